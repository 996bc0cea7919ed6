#!/usr/bin/env python3
"""Composes and renders the demo: The Withy Lanterns' record "Ferry Reels", unfinished, and references by other invented bands.

Needs fluidsynth with the FluidR3 GM sound set, and ffmpeg (Debian: fluidsynth fluid-soundfont-gm ffmpeg). Writes into this folder, or
into one that is named. The music is drawn with fixed seeds, so it comes out the same every time but for the encoders' own versions.

The faults that the demo is there to show are planted here and nowhere else; see PLANTED.
"""
import hashlib
import json
import os
import shutil
import subprocess
import sys
import tempfile

import studio
from studio import GLOSS, mp3, release, vorbis
from tunes import FORM, SHORT_FORM, Tune

# What the mix and the references are given on top of the same kind of production.
PLANTED = {
    "mix": "boom of +5.5 dB around 140 Hz; high shelf of -7 dB above 6 kHz; side signal at 35 %; about -18 LUFS",
    "stems of the mix": "the dulcimer 1.5 dB too low, the fiddle 2.5 dB too high",
    "earlier bounce": "boom of +8.5 dB, and the fiddle buried by 7 dB",
    "reference 1": "none: a healthy release, about -9 LUFS",
    "reference 2": "crushed by a limiter driven 9 dB too far",
    "reference 3": "a lossy file: MP3 with nothing above 16 kHz",
    "second song": "thin: -4 dB below 150 Hz, and about -20 LUFS",
    "anchor": "none: the band's finished song, about -11 LUFS",
}

BOOM = "equalizer=f=140:t=q:w=1.5:g={}"
DULL = "highshelf=f=6000:g=-7:t=q:w=0.7"
NARROW = "stereotools=slev=0.35:softclip=0"
UNBALANCED = {"plucked": (-5.5, .35), "lead": (-0.5, -.45)}

# General MIDI programs of lead, second, plucked and bass; the withy lanterns' are fiddle, accordion for the concertina, dulcimer, double bass.
BAND = (110, 21, 15, 32)

EBB_TIDE = Tune(12, 118, 62, "dorian", [0, 0, 6, 0, 0, 3, 6, 0])
REFERENCES = [
    ("copper-lane-harbour-lights.ogg", "Copper Lane – Harbour Lights", Tune(23, 121, 60, "major", [0, 3, 4, 0, 5, 3, 4, 0]),
     (110, 21, 15, 32), {}, release(13), vorbis(8)),
    ("nine-gates-the-long-ebb.ogg", "Nine Gates – The Long Ebb", Tune(37, 112, 64, "dorian", [0, 6, 5, 4, 0, 6, 4, 0]),
     (110, 21, 15, 32), {}, release(20.5, -1.0), vorbis(7)),
    ("marrow-and-rye-salt-stair.mp3", "Marrow & Rye – Salt Stair", Tune(41, 116, 64, "mixolydian", [0, 0, 6, 3, 0, 4, 6, 0]),
     (110, 21, 15, 32), {}, release(13.4, -1.3), mp3(128, 16000)),
]


def passage(name, tune, section, first_bar=0, bars=None):
    start, end = tune.section(section)
    start += first_bar * tune.bar_seconds()
    if bars:
        end = start + bars * tune.bar_seconds()
    return {"name": name, "range": {"startSeconds": round(start, 3), "endSeconds": round(end, 3)}}


def session():
    """The session the demo opens: the full part with everybody against the references' own, and the songs of the record."""
    def file(path):
        return {"kind": "file", "path": path}

    def track(path, name, tune):
        return {"source": file(path), "name": name,
                "passages": [passage("full again", tune, "full again"), passage("first full part", tune, "full part")],
                "chosen": 0}

    def song(track_id, path, name):
        return {"track": {"id": track_id, "source": file(path), "name": name}, "corrected": True, "session": None}

    mix_start = EBB_TIDE.section("full again")[0]
    references = []
    for path, name, tune, *_ in REFERENCES:
        references.append({**track(path, name, tune), "shiftSeconds": round(mix_start - tune.section("full again")[0], 3)})
    return {"format": "oak-mirror-session", "version": 2, "session": {
        "name": "Ferry Reels",
        "mix": {**track("withy-lanterns-ebb-tide.ogg", "Ebb Tide, bounce 3", EBB_TIDE), "stems": {"all": [
            {"source": file(f"stems/ebb-tide-{name}.ogg"), "name": name, "gainDb": 0} for name in studio.STEMS]}},
        "references": references,
        "comparing": {"jump": "BAR"},
        "album": {"anchor": "lantern-step", "songs": [
            song("lantern-step", "withy-lanterns-lantern-step.ogg", "Lantern Step"),
            song("ebb-tide", "withy-lanterns-ebb-tide.ogg", "Ebb Tide, bounce 3"),
            song("sluice-gate", "withy-lanterns-sluice-gate.ogg", "Sluice Gate")]}}}


def key(file):
    """What a bounce is known by: the first half of the SHA-256 of its bytes."""
    with open(file, "rb") as f:
        return hashlib.sha256(f.read()).hexdigest()[:32]


BOUNCES = [("withy-lanterns-ebb-tide-bounce-2.ogg", 2, "2026-11-24T21:14:00", "fiddle is buried, bottom too big"),
           ("withy-lanterns-ebb-tide.ogg", 3, "2026-11-25T15:40:00", "fiddle up, boom tomorrow")]


def bounces(out):
    """What was measured of the two bounces there are, as the window notes it when one is taken: by the built oakmirror beside this folder."""
    start, end = EBB_TIDE.section("full again")
    facts = []
    for file, number, taken, note in BOUNCES:
        with tempfile.TemporaryDirectory() as top:
            kept = os.path.join(top, "b.oakprofile.json")
            subprocess.run([os.path.join(os.path.dirname(os.path.abspath(__file__)), "..", "oakmirror"), "profile", os.path.join(out, file),
                            "--passage", f"{start:.3f}-{end:.3f}", "--out", kept], check=True)
            with open(kept, encoding="utf-8") as f:
                figures = json.load(f)["profiles"][0]["measured"]
        content = key(os.path.join(out, file))
        facts += [{"fact": "bounce", "bounce": {"number": number, "content": content, "file": file, "taken": taken,
                                                "figures": figures, "shiftSeconds": 0, "takenUp": []}},
                  {"fact": "bounceNote", "content": content, "note": note}]
    return facts


def main(out):
    os.makedirs(os.path.join(out, "stems"), exist_ok=True)
    with tempfile.TemporaryDirectory() as top:
        def stems(name, tune, instruments, change, rate):
            folder = os.path.join(top, name)
            os.makedirs(folder, exist_ok=True)
            return studio.stems(studio.play(tune, instruments, rate, folder), change, tune.seconds(), folder)

        def write(stem_files, bus, rate, encoder, file):
            studio.mix(stem_files, bus, rate, encoder, os.path.join(out, file))

        ebb = stems("ebb", EBB_TIDE, BAND, UNBALANCED, 48000)
        for name, file in ebb.items():
            studio.ffmpeg("-i", file, "-map_metadata", "-1", *vorbis(5), os.path.join(out, "stems", f"ebb-tide-{name}.ogg"))
        write(ebb, f"{GLOSS},{BOOM.format(5.5)},{DULL},{NARROW},volume=2.3dB", 48000, vorbis(8), "withy-lanterns-ebb-tide.ogg")
        earlier = stems("earlier", EBB_TIDE, BAND, {**UNBALANCED, "lead": (-10, -.45)}, 48000)
        write(earlier, f"{GLOSS},{BOOM.format(8.5)},{DULL},{NARROW},volume=2.9dB", 48000, vorbis(6), "withy-lanterns-ebb-tide-bounce-2.ogg")
        second = stems("second", Tune(53, 104, 64, "mixolydian", [0, 6, 3, 0, 0, 4, 6, 0], SHORT_FORM), BAND, {}, 48000)
        write(second, f"{GLOSS},bass=f=150:g=-4:w=0.7:t=q,volume=1.5dB", 48000, vorbis(6), "withy-lanterns-sluice-gate.ogg")
        anchor = stems("anchor", Tune(67, 122, 60, "major", [0, 4, 5, 3, 0, 4, 3, 0], SHORT_FORM), BAND, {}, 44100)
        write(anchor, release(10.9, -1.3), 44100, vorbis(6), "withy-lanterns-lantern-step.ogg")
        for i, (file, _, tune, instruments, change, bus, encoder) in enumerate(REFERENCES):
            write(stems(f"reference-{i + 1}", tune, instruments, change, 44100), bus, 44100, encoder, file)
    with open(os.path.join(out, "ferry-reels.oakmirror.json"), "w", encoding="utf-8") as f:
        json.dump({**session(), "log": bounces(out)}, f, ensure_ascii=False)
        f.write("\n")


if __name__ == "__main__":
    if not shutil.which("fluidsynth") or not shutil.which("ffmpeg"):
        raise SystemExit("fluidsynth and ffmpeg are needed: apt-get install fluidsynth fluid-soundfont-gm ffmpeg")
    main(sys.argv[1] if len(sys.argv) > 1 else os.path.dirname(os.path.abspath(__file__)))
