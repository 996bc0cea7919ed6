#!/usr/bin/env python3
"""Composes and renders the demo audio: The Withy Lanterns' mix and three references by other invented bands.

Needs fluidsynth with the FluidR3 GM sound set, and ffmpeg (Debian: fluidsynth fluid-soundfont-gm ffmpeg). Run it in this folder. The
music is drawn from chord tables with a fixed seed, so it comes out the same every time but for the encoders' own versions.

The faults that the demo is there to show are planted here and nowhere else; see PLANTED.
"""
import os
import random
import shutil
import struct
import subprocess
import tempfile

SOUND_SET = "/usr/share/sounds/sf2/FluidR3_GM.sf2"
TICKS = 480

# What the mix and the references are given on top of the same kind of production.
PLANTED = {
    "mix": "boom of +5.5 dB around 140 Hz; high shelf of -7 dB above 6 kHz; side signal at 35 %; about -18 LUFS",
    "ref1": "none: a healthy release, about -9 LUFS",
    "ref2": "crushed by a limiter driven 9 dB too far",
    "ref3": "a lossy file: MP3 with nothing above 16 kHz",
}

SCALES = {"dorian": [0, 2, 3, 5, 7, 9, 10], "mixolydian": [0, 2, 4, 5, 7, 9, 10], "major": [0, 2, 4, 5, 7, 9, 11]}


def varlen(n):
    out = [n & 0x7F]
    while n > 0x7F:
        n >>= 7
        out.insert(0, (n & 0x7F) | 0x80)
    return bytes(out)


class Part:
    """One instrument: notes as (start in beats, length in beats, key, velocity)."""

    def __init__(self, program, channel=0):
        self.program, self.channel, self.notes = program, channel, []

    def add(self, at, length, key, velocity):
        self.notes.append((at, length, key, max(1, min(127, int(velocity)))))

    def midi(self, bpm):
        events = []
        for at, length, key, velocity in self.notes:
            events.append((int(at * TICKS), 1, bytes([0x90 | self.channel, key, velocity])))
            events.append((int((at + length) * TICKS), 0, bytes([0x80 | self.channel, key, 0])))
        events.sort(key=lambda e: (e[0], e[1]))
        data = varlen(0) + b"\xff\x51\x03" + struct.pack(">I", int(60e6 / bpm))[1:]
        data += varlen(0) + bytes([0xC0 | self.channel, self.program])
        now = 0
        for tick, _, message in events:
            data += varlen(tick - now) + message
            now = tick
        data += varlen(TICKS * 2) + b"\xff\x2f\x00"
        return b"MThd" + struct.pack(">IHHH", 6, 0, 1, TICKS) + b"MTrk" + struct.pack(">I", len(data)) + data


class Tune:
    """A reel: intro, full part, breakdown, full part again."""

    def __init__(self, seed, bpm, root, scale, chords, form):
        self.rng = random.Random(seed)
        self.bpm, self.root, self.scale, self.chords, self.form = bpm, root, SCALES[scale], chords, form
        self.phrases = [self.phrase(c) for c in chords]

    def key(self, degree, octave=0):
        return self.root + 12 * octave + 12 * (degree // 7) + self.scale[degree % 7]

    def phrase(self, chord):
        """Eight eighths around a chord's notes, moving mostly by step."""
        degree, out = chord, []
        for i in range(8):
            if i % 4 == 0:
                degree = chord + self.rng.choice([0, 2, 4, 7])
            else:
                degree += self.rng.choice([-1, 1, -1, 1, -2, 2])
            degree = max(0, min(11, degree))
            out.append(degree)
        return out

    def parts(self, lead, second, plucked, bass):
        """Fills the parts over the whole form; each name plays from the sections that list it."""
        p = {"lead": Part(lead), "second": Part(second), "plucked": Part(plucked), "bass": Part(bass),
             "drums": Part(0, 9), "chord_bed": Part(21)}
        bar = 0
        for section, bars, playing, strength in self.form:
            for b in range(bars):
                at, chord = 4 * bar, self.chords[b % len(self.chords)]
                phrase = self.phrases[b % len(self.phrases)]
                for name in playing:
                    getattr(self, name)(p[name], at, chord, phrase, strength, section)
                bar += 1
        # A last chord to end on.
        for name in ("lead", "second", "chord_bed"):
            p[name].add(4 * bar, 3, self.key(0, 1), 80)
        p["bass"].add(4 * bar, 3, self.key(0, -2), 85)
        return p

    def human(self, velocity):
        return velocity + self.rng.randint(-9, 9)

    def lead(self, part, at, chord, phrase, strength, section):
        for i, degree in enumerate(phrase):
            part.add(at + i / 2 + self.rng.uniform(0, .015), .46, self.key(degree, 1), self.human(72 + 30 * strength + (10 if i % 4 == 0 else 0)))

    def second(self, part, at, chord, phrase, strength, section):
        for i, degree in enumerate(phrase):
            if i % 2 == 0:
                part.add(at + i / 2, .9, self.key(degree + 2 if i % 4 else chord + 4, 1), self.human(60 + 30 * strength))

    def plucked(self, part, at, chord, phrase, strength, section):
        for i in range(16):
            if self.rng.random() < .62 + .3 * strength:
                degree = chord + [0, 2, 4, 7, 4, 2, 7, 4][i % 8]
                part.add(at + i / 4 + self.rng.uniform(0, .01), .5, self.key(degree, 1 + (i % 8 > 5)), self.human(58 + 28 * strength))

    def chord_bed(self, part, at, chord, phrase, strength, section):
        for beat, length in ((0, 1.8), (2, 1.8)):
            for degree in (chord, chord + 2, chord + 4):
                part.add(at + beat, length, self.key(degree), self.human(50 + 28 * strength))

    def bass(self, part, at, chord, phrase, strength, section):
        pattern = [(0, 0), (1.5, 0), (2, 4), (3, 0)] if strength > .5 else [(0, 0), (2, 4)]
        for beat, step in pattern:
            part.add(at + beat, .95, self.key(chord + step, -2 if chord + step < 5 else -3), self.human(80 + 30 * strength))

    def drums(self, part, at, chord, phrase, strength, section):
        for i in range(8):
            key = {0: 41, 3: 64, 4: 41, 6: 62}.get(i, 61)
            part.add(at + i / 2, .2, key, self.human(62 + 40 * strength if i in (0, 4) else 48 + 34 * strength))
            part.add(at + i / 2, .2, 54 if i % 2 else 70, self.human(44 + 38 * strength))
        for i in range(16):
            part.add(at + i / 4, .1, 70, self.human(38 + 30 * strength))
        part.add(at + 1, .2, 42, self.human(50 + 40 * strength))
        part.add(at + 3, .2, 42, self.human(50 + 40 * strength))
        if strength > .5:
            part.add(at, .3, 36, self.human(95))
            part.add(at + 2, .3, 36, self.human(88))


ALL = ["lead", "second", "plucked", "bass", "drums", "chord_bed"]


def run(*command):
    subprocess.run([str(c) for c in command], check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)


def stems(tune, instruments, rate, folder):
    """Renders each part by itself; returns the files by name."""
    parts = tune.parts(*instruments)
    files = {}
    for name, part in parts.items():
        if part.notes:
            midi, wav = os.path.join(folder, name + ".mid"), os.path.join(folder, name + ".wav")
            with open(midi, "wb") as f:
                f.write(part.midi(tune.bpm))
            run("fluidsynth", "-ni", "-q", "-g", "0.6", "-r", rate, "-o", "synth.chorus.active=0", "-F", wav, SOUND_SET, midi)
            files[name] = wav
    return files


def mix(files, balance, master, out, encoder, seconds):
    """Balances the stems (gain in dB, pan -1..1), runs the master chain and encodes."""
    inputs, graph, labels = [], [], []
    for i, (name, (gain, pan)) in enumerate(balance.items()):
        inputs += ["-i", files[name]]
        left, right = min(1, 1 - pan), min(1, 1 + pan)
        cut = "highpass=f=%d," % (38 if name in ("bass", "drums") else 140)
        graph.append(f"[{i}]{cut}volume={gain}dB,pan=stereo|c0={left:.3f}*c0|c1={right:.3f}*c1[s{i}]")
        labels.append(f"[s{i}]")
    graph.append(f"{''.join(labels)}amix=inputs={len(labels)}:normalize=0,{master},afade=t=out:st={seconds - 1.2}:d=1.2[out]")
    run("ffmpeg", "-y", "-bitexact", *inputs, "-filter_complex", ";".join(graph), "-map", "[out]", "-t", seconds, "-map_metadata", "-1", *encoder, out)


# The same kind of production for all: some air, a little less box, gentle compression.
GLOSS = ("highshelf=f=7000:g=9:t=q:w=0.6,equalizer=f=420:t=q:w=0.8:g=-2,equalizer=f=3200:t=q:w=0.9:g=2.5,bass=f=75:g=2.5:w=0.7:t=q,"
         "acompressor=threshold=-20dB:ratio=2:attack=18:release=160:makeup=1")


def release(drive, ceiling=-0.4):
    """A finished master: drive into a limiter."""
    limiter = f"alimiter=limit={10 ** (ceiling / 20):.4f}:attack=3:release=60:level=0"
    # Limited at four times the rate, so that true peaks stay under the ceiling too.
    return f"{GLOSS},volume={drive}dB,aresample=192000,{limiter},aresample=44100:filter_size=64"


def form(intro, full, breakdown, last):
    quiet = ["plucked", "bass", "chord_bed"]
    return [("intro", intro, ["plucked", "chord_bed"], .5), ("full", full, ALL, .9),
            ("breakdown", breakdown, quiet, .6), ("full again", last, ALL, 1)]


def main():
    flac = ["-c:a", "flac", "-sample_fmt", "s16", "-compression_level", "12"]
    balance = {"lead": (-3, -.45), "second": (-6, .5), "plucked": (-4, .35), "chord_bed": (-9, -.3), "bass": (0, 0), "drums": (1, .05)}
    with tempfile.TemporaryDirectory() as top:
        def song(name, seed, bpm, root, scale, progression, shape, instruments, rate, change, master, encoder, seconds, out):
            folder = os.path.join(top, name)
            os.mkdir(folder)
            files = stems(Tune(seed, bpm, root, scale, progression, shape), instruments, rate, folder)
            levels = {k: change.get(k, v) for k, v in balance.items()}
            mix(files, levels, master, out, encoder + ["-ar", str(rate)], seconds)

        boom = "equalizer=f=140:t=q:w=1.1:g=5.5"
        dull = "highshelf=f=6000:g=-7:t=q:w=0.7"
        narrow = "stereotools=slev=0.35:softclip=0"
        # fiddle 110, accordion for the concertina 21, dulcimer 15, double bass 32
        song("mix", 11, 118, 62, "dorian", [0, 0, 6, 0, 0, 3, 6, 0], form(3, 6, 2, 5), (110, 21, 15, 32), 48000, {},
             f"{GLOSS},{boom},{dull},{narrow},volume=1.5dB", flac, 34, "withy-lanterns-ebb-tide.flac")
        song("ref1", 23, 121, 60, "major", [0, 3, 4, 0, 5, 3, 4, 0], form(3, 5, 2, 4), (110, 22, 25, 32), 44100,
             {"plucked": (-2, .4)}, release(10.5), flac, 30, "copper-lane-harbour-lights.flac")
        song("ref2", 37, 112, 57, "dorian", [0, 6, 5, 4, 0, 6, 4, 0], form(2, 5, 2, 4), (73, 110, 24, 32), 44100,
             {"drums": (3, 0)}, release(18), flac, 30, "nine-gates-the-long-ebb.flac")
        song("ref3", 41, 126, 55, "mixolydian", [0, 0, 6, 3, 0, 4, 6, 0], form(3, 6, 3, 5), (110, 21, 46, 32), 44100,
             {"lead": (-2, -.5)}, release(11) + ",lowpass=f=16000:p=2,lowpass=f=16000:p=2", ["-c:a", "libmp3lame", "-b:a", "128k", "-cutoff", "16000"],
             33, "marrow-and-rye-salt-stair.mp3")


if __name__ == "__main__":
    if not shutil.which("fluidsynth") or not shutil.which("ffmpeg"):
        raise SystemExit("fluidsynth and ffmpeg are needed: apt-get install fluidsynth fluid-soundfont-gm ffmpeg")
    main()
