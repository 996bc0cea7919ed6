#!/usr/bin/env python3
"""Songs of the demo's generator with their stems, and mixes of them that have one or two stems at wrong levels, into a folder that is named. Each
song gets a folder with its stems, its mix as it should be, and five wrong mixes; wrong.tsv says what is wrong with each. What is there
already stays. Needs what demo/make_demo.py needs."""
import os
import random
import shutil
import sys
import tempfile

import songs  # also makes the demo's generator known
import studio
from make_demo import BAND

LOSSLESS = ["-c:a", "flac"]
WRONG = 5


def errors(rng):
    """One or two of the stems, 1 to 3 dB too loud or too quiet."""
    return {stem: rng.choice([-1, 1]) * rng.uniform(1, 3) for stem in rng.sample(sorted(studio.STEMS), rng.choice([1, 2]))}


def scaled(stems, gains, folder):
    made = {}
    for name, file in stems.items():
        made[name] = os.path.join(folder, f"scaled-{name}.wav")
        studio.ffmpeg("-i", file, "-af", f"volume={gains.get(name, 0)}dB:precision=float", "-c:a", "pcm_f32le", made[name])
    return made


def main(out, count=12):
    for number in range(count):
        target = os.path.join(out, f"song-{number:02}")
        if os.path.exists(target):
            continue
        rng = random.Random(2000 + number)
        tune, change = songs.song(number)
        with tempfile.TemporaryDirectory() as folder:
            made = os.path.join(folder, "made")
            os.makedirs(made)
            stems = studio.stems(studio.play(tune, BAND, 44100, folder), change, tune.seconds(), folder)
            for name, file in stems.items():
                studio.ffmpeg("-i", file, "-c:a", "flac", "-sample_fmt", "s32", os.path.join(made, name + ".flac"))
            studio.mix(stems, studio.GLOSS, 44100, LOSSLESS, os.path.join(made, "right.flac"))
            lines = []
            for case in range(WRONG):
                gains = errors(rng)
                studio.mix(scaled(stems, gains, folder), studio.GLOSS, 44100, LOSSLESS, os.path.join(made, f"wrong-{case}.flac"))
                lines += [f"{case}\t{name}\t{gain:.4f}\n" for name, gain in gains.items()]
            with open(os.path.join(made, "wrong.tsv"), "w", encoding="utf-8") as f:
                f.writelines(lines)
            os.makedirs(out, exist_ok=True)
            shutil.move(made, target)


if __name__ == "__main__":
    main(sys.argv[1], *map(int, sys.argv[2:]))
