#!/usr/bin/env python3
"""Many finished songs of one production, made by the demo's generator with other seeds, keys, tempos, forms and levels of players, into a
folder that is named, as OGG. What is there already stays. The second argument says how many, 24 otherwise. Needs what demo/make_demo.py needs."""
import os
import random
import shutil
import sys
import tempfile

sys.path.insert(0, os.path.join(os.path.dirname(os.path.abspath(__file__)), "..", "demo"))

import studio  # noqa: E402
from make_demo import BAND  # noqa: E402
from tunes import ALL, FULL, QUIET, Tune  # noqa: E402

CHORDS = {"dorian": [0, 6, 3, 4], "mixolydian": [0, 6, 3, 4], "major": [0, 3, 4, 5]}


def song(number):
    rng = random.Random(1000 + number)
    scale = rng.choice(sorted(CHORDS))
    chords = [0] + [rng.choice(CHORDS[scale]) for _ in range(6)] + [0]
    verse = rng.sample(FULL, 3) + ["plucked"]
    form = [("verse", rng.choice([4, 8]), sorted(set(verse)), .6), ("full part", 16, FULL, .9), ("breakdown", 4, QUIET, .5),
            ("full again", 16, ALL, 1)]
    tune = Tune(1000 + number, rng.randint(100, 128), rng.randint(58, 66), scale, chords, form)
    change = {name: (gain + rng.gauss(0, 1), place) for name, (gain, place) in studio.BALANCE.items()}
    return tune, change


def main(out, count=24):
    os.makedirs(out, exist_ok=True)
    for number in range(count):
        file = os.path.join(out, f"song-{number:02}.ogg")
        if os.path.exists(file):
            continue
        tune, change = song(number)
        with tempfile.TemporaryDirectory() as folder:
            stems = studio.stems(studio.play(tune, BAND, 44100, folder), change, tune.seconds(), folder)
            made = os.path.join(folder, "song.ogg")
            studio.mix(stems, studio.GLOSS, 44100, studio.vorbis(6), made)
            shutil.move(made, file)


if __name__ == "__main__":
    if not shutil.which("fluidsynth") or not shutil.which("ffmpeg"):
        raise SystemExit("fluidsynth and ffmpeg are needed: apt-get install fluidsynth fluid-soundfont-gm ffmpeg")
    main(sys.argv[1], *map(int, sys.argv[2:]))
