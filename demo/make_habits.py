#!/usr/bin/env python3
"""Makes a year of songs of an engineer who does not exist, as figures: what the Habits page imports.

The engineer hears too much treble in their room, so that first bounces lack it, lets the low mids pile up and keeps the bass
narrower than the references; from June on they mix on other headphones, and the treble comes right. What is proposed in the
low mids they take in part, and never a boost above 10 kHz. Everything else is chance, as wide as it is between recordings.
"""
import datetime
import json
import math
import os
import random

THIRDS = 31
ZONES = [(20, 60), (60, 120), (120, 500), (500, 2000), (2000, 6000), (6000, 10000), (10000, 20000)]
NAMES = ["SUB", "BASS", "LOW_MID", "MID", "PRESENCE", "TREBLE", "AIR"]
SONGS = [
    "Ebb Tide", "Lantern Step", "Sluice Gate", "Harbour Lights", "Salt Stair", "The Long Ebb", "Nine Gates", "Low Water",
    "Copper Rain", "Withy Bed", "Ferryman's Fee", "Half Past Marsh", "Slack Water", "Pilot Light", "Rye Field", "Undertow",
    "Cinder Path", "Bell Buoy", "Neap", "Spring Tide", "Groyne", "Last Boat",
]
FOLDERS = ["Made up: reels", "Made up: ballads"]
NEW_HEADPHONES = datetime.date(2026, 6, 1)


def hz(third):
    return 1000 * 10 ** ((third - 17) / 10)


def smooth(rng, deviation):
    """Chance as smooth over frequency as a gap is judged."""
    white = [rng.gauss(0, 1) for _ in range(THIRDS + 24)]
    kernel = [math.exp(-0.5 * (k / 1.9) ** 2) for k in range(-12, 13)]
    norm = deviation / math.sqrt(sum(w * w for w in kernel))
    return [norm * sum(w * white[b + k] for k, w in enumerate(kernel)) for b in range(THIRDS)]


def shelf(b, at, octaves):
    return 1 / (1 + math.exp(-3 * math.log2(hz(b) / at) / octaves))


def bell(b, at, octaves):
    return math.exp(-2 * (math.log2(hz(b) / at) / octaves) ** 2)


def habit(b, later):
    treble = -0.4 if later else -3.4
    return treble * shelf(b, 5500, 1) + 2.0 * bell(b, 260, 1.6)


def readings(over, content):
    return {"overDb": [round(v, 3) for v in over], "contentDb2": [round(v, 3) for v in content]}


def leaning(rng, part, later, other, content, width, crest, level):
    tone = [part * habit(b, later) + other[b] for b in range(THIRDS)]
    tone[:2] = [tone[2]] * 2
    return {
        "tone": readings(tone, [content] * THIRDS),
        "width": readings([part * w for w in width], [6.0] * 7),
        "dynamics": readings([part * c for c in crest], [1.5] * 7),
        "level": readings(level, [5.0, 5.0]),
    }


def answer(rng, zone, db, share, refused):
    return {"aspect": None, "zone": zone, "proposedDb": round(db, 3), "trust": 0.6, "refused": refused,
            "share": 0 if refused else round(max(0, rng.gauss(share, 0.12)), 3), "widthFactor": 1.0}


def song(rng, number, name):
    day = datetime.date(2025, 11, 4) + datetime.timedelta(days=16 * number + rng.randrange(8))
    later = day >= NEW_HEADPHONES
    deviation = rng.uniform(1.6, 2.4)
    other = smooth(rng, deviation)
    content = deviation ** 2 * math.exp(rng.gauss(0, 0.4))
    width = [rng.gauss(-3.0 if z == 1 else 0, 2.2) for z in range(7)]
    crest = [rng.gauss(0, 1.1) for _ in range(7)]
    plr = rng.gauss(0.5, 1.5)
    parts = [1, 0.7, 0.45] if number % 3 else [1, 0.5]
    bounces = [leaning(rng, p, later, other, content, width, crest, [rng.gauss(-4, 3), plr]) for p in parts]
    lufs = rng.gauss(-10.5, 0.9)
    master = leaning(rng, 0.12, later, other, content, width, crest, [rng.gauss(0.2, 1), plr - 2])
    answers = [answer(rng, "LOW_MID", -abs(rng.gauss(1.6, 0.4)), 0.6, False)]
    if number % 2 == 0 or later:
        answers.append(answer(rng, "AIR", abs(rng.gauss(1.4, 0.4)), 0, True))
    if not later:
        answers.append(answer(rng, "TREBLE", abs(rng.gauss(2.0, 0.5)), 0.95, False))
    rankings = []
    for _ in range(2 if number % 2 else 0):
        difference = [round(rng.gauss(0, 1), 3) for _ in range(7)]
        like = 1.2 * difference[2] * -1 + 0.9 * difference[4]
        if rng.random() > 1 / (1 + math.exp(-like)):
            difference = [-d for d in difference]
        rankings.append({"differenceDb": difference, "times": 2, "of": 3})
    return {
        "id": "made-up-%02d" % (number + 1),
        "name": name,
        "folder": FOLDERS[number % 3 == 1],
        "when": day.isoformat() + "T10:%02d:00" % rng.randrange(60),
        "session": "",
        "references": {"made-up-reference-%d" % r: round(1 / 3, 6) for r in rng.sample(range(40), 3)},
        "bounces": bounces,
        "master": master,
        "delivered": {"lufs": round(lufs, 2), "plrDb": round(9.5 + rng.gauss(0, 1), 2)},
        "caution": 0.63,
        "answers": answers,
        "kept": 1,
        "letGo": rng.randrange(3),
        "rankings": rankings,
    }


def main():
    rng = random.Random(20)
    songs = [song(rng, i, name) for i, name in enumerate(SONGS)]
    out = {
        "format": "oak-mirror-habits",
        "version": 1,
        "about": "Made up: a year of songs of an engineer who does not exist, from demo/make_habits.py",
        "songs": songs,
        "marks": [{"day": NEW_HEADPHONES.isoformat(), "what": "new headphones"}],
    }
    path = os.path.join(os.path.dirname(os.path.abspath(__file__)), "a-made-up-year.oakhabits.json")
    with open(path, "w") as f:
        json.dump(out, f, separators=(",", ":"))
        f.write("\n")


if __name__ == "__main__":
    main()
