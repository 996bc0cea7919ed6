#!/usr/bin/env python3
"""Composes and renders what the library's first twenty profiles are of: songs by invented bands in three invented genres.

Needs what make_demo.py needs, and a built oakmirror beside this folder. Writes starter.oakprofile.json.gz into the media module, or into a folder that is
named. The songs themselves are not kept: a profile is what is left of a reference without its audio.
"""
import gzip
import json
import os
import shutil
import subprocess
import sys
import tempfile

import studio
from studio import GLOSS, release
from tunes import SHORT_FORM, Tune

HERE = os.path.dirname(os.path.abspath(__file__))
TARGET = os.path.join(HERE, "..", "media", "src", "main", "resources", "oakmirror", "media", "library")
ORIGIN = "made up and rendered for Oak Mirror"

# Fiddle, accordion, dulcimer, double bass; reed organ and choir for hymns; brass and electric bass for beats.
REEL, HYMN, KILN = (110, 21, 15, 32), (73, 52, 46, 32), (56, 65, 11, 33)
STRONG, SOFT, LOUD = release(13), release(8, -1), release(17, -0.5)
WARM = "bass=f=110:g=2.5:w=0.9:t=q,highshelf=f=6500:g=-2.5:t=q:w=0.6"
BRIGHT = "highshelf=f=5000:g=2.5:t=q:w=0.6,bass=f=90:g=-1:w=0.8:t=q"
LEAN = "equalizer=f=250:t=q:w=1:g=-3"
WIDE = "stereotools=slev=1.35:softclip=0"
PLAIN = "anull"

SONGS = [
    ("tide reel", "Copper Lane", "Ninth Wave Out", 121, 60, "major", REEL, STRONG, PLAIN),
    ("tide reel", "Copper Lane", "Harbour Steps", 118, 62, "dorian", REEL, STRONG, BRIGHT),
    ("tide reel", "Nine Gates", "Slack Water", 112, 64, "dorian", REEL, LOUD, PLAIN),
    ("tide reel", "Nine Gates", "Sandbar Fiddlers", 126, 60, "mixolydian", REEL, LOUD, LEAN),
    ("tide reel", "Marrow & Rye", "Kettle and Oar", 116, 64, "mixolydian", REEL, STRONG, WARM),
    ("tide reel", "The Delta Pipers", "Slow Bell", 108, 57, "dorian", REEL, SOFT, WARM),
    ("tide reel", "The Delta Pipers", "Seven Channels", 124, 62, "major", REEL, STRONG, WIDE),
    ("lantern hymn", "Hollow Oar", "Wick", 72, 60, "major", HYMN, SOFT, WARM),
    ("lantern hymn", "Hollow Oar", "The Unlit Pier", 66, 62, "dorian", HYMN, SOFT, PLAIN),
    ("lantern hymn", "Ada Fenwright", "Oil Enough", 78, 64, "mixolydian", HYMN, SOFT, BRIGHT),
    ("lantern hymn", "Ada Fenwright", "Moth Hour", 70, 57, "major", HYMN, STRONG, WARM),
    ("lantern hymn", "Low Chapel Six", "Glass and Tallow", 82, 60, "dorian", HYMN, SOFT, WIDE),
    ("lantern hymn", "Low Chapel Six", "Keep It Trimmed", 76, 62, "major", HYMN, SOFT, LEAN),
    ("kiln beat", "Tin Weir", "Undertow", 124, 57, "dorian", KILN, LOUD, WARM),
    ("kiln beat", "Tin Weir", "Clay Shift", 132, 60, "mixolydian", KILN, LOUD, PLAIN),
    ("kiln beat", "Brickfield Orchestra", "Nine Hundred Degrees", 138, 64, "dorian", KILN, LOUD, BRIGHT),
    ("kiln beat", "Brickfield Orchestra", "Cooling Slow", 98, 62, "major", KILN, STRONG, PLAIN),
    ("kiln beat", "Saltglaze", "Ash on the Ferry", 128, 60, "major", KILN, LOUD, WIDE),
    ("kiln beat", "Saltglaze", "Second Firing", 142, 57, "mixolydian", KILN, LOUD, LEAN),
    ("kiln beat", "Saltglaze", "Crackle", 120, 64, "dorian", KILN, STRONG, BRIGHT),
]


def render(index, song, top):
    genre, artist, title, bpm, root, scale, instruments, master, colour = song
    folder = os.path.join(top, str(index))
    os.makedirs(folder)
    tune = Tune(200 + 7 * index, bpm, root, scale, [0, (index * 3) % 7, 4, 0, 5, 3, 4, 0], SHORT_FORM)
    stems = studio.stems(studio.play(tune, instruments, 44100, folder), {}, tune.seconds(), folder)
    plain = os.path.join(folder, "mix.wav")
    studio.mix(stems, f"{colour},{master}", 44100, ["-c:a", "pcm_s16le"], plain)
    tagged = os.path.join(top, f"{index:02d}.flac")
    studio.ffmpeg("-i", plain, "-metadata", f"title={title}", "-metadata", f"artist={artist}", tagged)
    shutil.rmtree(folder)
    return tagged


def profile(files, genre, out):
    subprocess.run([os.path.join(HERE, "..", "oakmirror"), "profile", *files, "--folder", genre, "--out", out, "--force"], check=True)
    with open(out, encoding="utf-8") as f:
        return json.load(f)


def main(target):
    with tempfile.TemporaryDirectory() as top:
        by_genre = {}
        for index, song in enumerate(SONGS):
            by_genre.setdefault(song[0], []).append(render(index, song, top))
        whole = None
        for genre, files in by_genre.items():
            part = profile(files, genre, os.path.join(top, "part.oakprofile.json"))
            if whole is None:
                whole = part
            else:
                whole["profiles"] += part["profiles"]
    for number, each in enumerate(whole["profiles"], 1):
        each["id"] = f"starter-{number:02d}"
        each["about"]["origin"] = ORIGIN
    with gzip.GzipFile(os.path.join(target, "starter.oakprofile.json.gz"), "wb", mtime=0) as f:
        f.write(json.dumps(whole, ensure_ascii=False, separators=(",", ":")).encode())


if __name__ == "__main__":
    main(sys.argv[1] if len(sys.argv) > 1 else TARGET)
