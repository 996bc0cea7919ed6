"""Tunes drawn from chord tables, and their parts as MIDI: the same seed gives the same tune every time."""
import random
import struct

TICKS = 480
SCALES = {"dorian": [0, 2, 3, 5, 7, 9, 10], "mixolydian": [0, 2, 4, 5, 7, 9, 10], "major": [0, 2, 4, 5, 7, 9, 11]}

BASS_LOWEST, BED_LOWEST = 33, 58

QUIET = ["plucked", "bass", "bed"]
FULL = ["lead", "plucked", "bass", "drums", "bed"]
ALL = FULL + ["second"]

# Sections: name, bars, who plays, how strongly (0 to 1). Twice sixteen full bars are what one compares with.
FORM = [("intro", 4, ["plucked", "bed"], .65), ("verse", 8, FULL, .55), ("full part", 16, FULL, .9),
        ("breakdown", 4, QUIET, .5), ("full again", 16, ALL, 1), ("ending", 2, ["lead", "plucked", "bed"], .5)]
SHORT_FORM = [("intro", 2, ["plucked", "bed"], .65), ("full part", 16, FULL, .9), ("breakdown", 4, QUIET, .5),
              ("full again", 16, ALL, 1), ("ending", 2, ["lead", "plucked", "bed"], .5)]


def variable_length(n):
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
        data = variable_length(0) + b"\xff\x51\x03" + struct.pack(">I", int(60e6 / bpm))[1:]
        data += variable_length(0) + bytes([0xC0 | self.channel, self.program])
        now = 0
        for tick, _, message in events:
            data += variable_length(tick - now) + message
            now = tick
        data += variable_length(TICKS * 2) + b"\xff\x2f\x00"
        return b"MThd" + struct.pack(">IHHH", 6, 0, 1, TICKS) + b"MTrk" + struct.pack(">I", len(data)) + data


class Tune:
    """A reel of sixteen bars, eight and eight an octave's part higher, over a form."""

    def __init__(self, seed, bpm, root, scale, chords, form=FORM):
        self.rng = random.Random(seed)
        self.bpm, self.root, self.scale, self.chords, self.form = bpm, root, SCALES[scale], chords, form
        self.phrases = [self.phrase(chords[i % len(chords)], i // 8 * 2, i % 8 == 7) for i in range(16)]

    def bar_seconds(self):
        return 240 / self.bpm

    def bars(self):
        return sum(bars for _, bars, _, _ in self.form)

    def seconds(self):
        """Of the form and the chord it ends on."""
        return (self.bars() + 1.6) * self.bar_seconds()

    def section(self, name):
        """Start and end of a section in seconds."""
        bar = 0
        for section, bars, _, _ in self.form:
            if section == name:
                return bar * self.bar_seconds(), (bar + bars) * self.bar_seconds()
            bar += bars
        raise KeyError(name)

    def key(self, degree, octave=0):
        return self.root + 12 * octave + 12 * (degree // 7) + self.scale[degree % 7]

    def folded(self, degree, lowest):
        """The degree within the octave from a lowest key: an instrument plays where it sounds well, whatever key the song is in."""
        return lowest + (self.key(degree) - lowest) % 12

    def phrase(self, chord, lift, closes):
        """Eight eighths around a chord's notes, moving mostly by step; one that closes ends on the root."""
        degree, out = chord, []
        for i in range(8):
            if i % 4 == 0:
                degree = chord + lift + self.rng.choice([0, 2, 4, 7])
            else:
                degree += self.rng.choice([-1, 1, -1, 1, -2, 2])
            degree = max(0, min(11, degree))
            out.append(degree)
        if closes:
            out[-2:] = [out[-2], 7 if out[-3] > 3 else 0]
        return out

    def parts(self, lead, second, plucked, bass):
        """Fills the parts over the whole form; each name plays in the sections that list it."""
        p = {"lead": Part(lead), "second": Part(second), "plucked": Part(plucked), "bass": Part(bass),
             "drums": Part(0, 9), "bed": Part(21)}
        bar = 0
        for _, bars, playing, strength in self.form:
            for b in range(bars):
                at, chord = 4 * bar, self.chords[b % len(self.chords)]
                for name in playing:
                    getattr(self, name)(p[name], at, chord, self.phrases[b % len(self.phrases)], strength)
                bar += 1
        for name in ("lead", "second", "bed"):
            p[name].add(4 * bar, 3, self.key(0, 1), 80)
        p["bass"].add(4 * bar, 3, self.folded(0, BASS_LOWEST), 85)
        return p

    def human(self, velocity):
        return velocity + self.rng.randint(-9, 9)

    def lead(self, part, at, chord, phrase, strength):
        for i, degree in enumerate(phrase):
            accent = 10 if i % 4 == 0 else 0
            part.add(at + i / 2 + self.rng.uniform(0, .015), .46, self.key(degree, 1), self.human(72 + 30 * strength + accent))

    def second(self, part, at, chord, phrase, strength):
        for i, degree in enumerate(phrase):
            if i % 2 == 0:
                part.add(at + i / 2, .9, self.key(degree + 2 if i % 4 else chord + 4, 1), self.human(60 + 30 * strength))

    def plucked(self, part, at, chord, phrase, strength):
        for i in range(16):
            if self.rng.random() < .62 + .3 * strength:
                degree = chord + [0, 2, 4, 7, 4, 2, 7, 4][i % 8]
                part.add(at + i / 4 + self.rng.uniform(0, .01), .5, self.key(degree, 1 + (i % 8 > 5)), self.human(58 + 28 * strength))

    def bed(self, part, at, chord, phrase, strength):
        for beat, length in ((0, 1.8), (2, 1.8)):
            for degree in (chord, chord + 2, chord + 4):
                part.add(at + beat, length, self.folded(degree, BED_LOWEST), self.human(50 + 28 * strength))

    def bass(self, part, at, chord, phrase, strength):
        pattern = [(0, 0), (1.5, 0), (2, 4), (3, 0)] if strength > .5 else [(0, 0), (2, 4)]
        for beat, step in pattern:
            part.add(at + beat, .95, self.folded(chord + step, BASS_LOWEST), self.human(80 + 30 * strength))

    def drums(self, part, at, chord, phrase, strength):
        for i in range(8):
            key = {0: 41, 3: 64, 4: 41, 6: 62}.get(i, 61)
            part.add(at + i / 2, .2, key, self.human(62 + 40 * strength if i in (0, 4) else 48 + 34 * strength))
            part.add(at + i / 2, .2, 54 if i % 2 else 70, self.human(44 + 38 * strength))
        for i in range(16):
            part.add(at + i / 4, .1, 70, self.human(38 + 30 * strength))
        part.add(at + 1, .2, 42, self.human(50 + 40 * strength))
        part.add(at + 3, .2, 42, self.human(50 + 40 * strength))
        if strength > .5:
            for beat, velocity in enumerate((90, 82, 86, 82)):
                part.add(at + beat, .3, 36, self.human(velocity))
