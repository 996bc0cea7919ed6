#!/usr/bin/env python3
"""Holds what the commands say and write against independent code. Usage: a folder of recordings. Prints a line for each figure, "figure NAME VALUE"."""
import csv
import glob
import json
import os
import subprocess
import sys
import tempfile

import numpy as np
from scipy import signal
from scipy.io import wavfile

PIECES = 6
SECONDS = 30
FOLDER = tempfile.mkdtemp(prefix="agree-")


def path(name):
    return os.path.join(FOLDER, name)


def oakmirror(*arguments, codes=(0, 5)):
    done = subprocess.run(["./oakmirror", *map(str, arguments)], capture_output=True, text=True)
    if done.returncode not in codes:
        raise SystemExit(f"{arguments}: {done.stderr}")
    return done.stdout


def said(*arguments):
    return json.loads(oakmirror(*arguments))


def decoded(file, rate, out, *filters):
    subprocess.run(["ffmpeg", "-v", "error", "-y", "-ss", "20", "-t", str(SECONDS), "-i", file, "-ar", str(rate), "-ac", "2", *filters,
                    "-c:a", "pcm_f32le", out], check=True)
    return out


def seconds(file):
    """Its length; 0 for what is no sound, as links that lead nowhere."""
    told = subprocess.run(["ffprobe", "-v", "error", "-show_entries", "format=duration", "-of", "csv=p=0", file], capture_output=True, text=True)
    return float(told.stdout) if told.returncode == 0 else 0


def read(file):
    """Frames a second, and samples as doubles, a column a channel; whatever form they have."""
    plain = path("plain.wav")
    subprocess.run(["ffmpeg", "-v", "error", "-y", "-i", file, "-c:a", "pcm_f64le", plain], check=True)
    rate, samples = wavfile.read(plain)
    return rate, samples.reshape(len(samples), -1).astype(float)


def write(name, rate, *channels):
    wavfile.write(path(name), rate, np.stack(channels, 1).astype(np.float32))
    return path(name)


def figure(name, value):
    print(f"figure agree.{name} {value:.5f}", flush=True)


def k_weighted(x, rate):
    """ITU-R BS.1770-5: its filters at any rate, from the analogue ones that its coefficients at 48 kHz come from (pre-warped bilinear transform)."""
    k = np.tan(np.pi * 1681.9744509555319 / rate)
    vh, q = 10 ** (3.99984385397 / 20), 0.7071752369554193
    vb = vh ** 0.499666774155
    a0 = 1 + k / q + k * k
    x = signal.lfilter(np.array([vh + vb * k / q + k * k, 2 * (k * k - vh), vh - vb * k / q + k * k]) / a0,
                       [1, 2 * (k * k - 1) / a0, (1 - k / q + k * k) / a0], x, axis=0)
    k, q = np.tan(np.pi * 38.13547087613982 / rate), 0.5003270373253953
    a0 = 1 + k / q + k * k
    return signal.lfilter([1, -2, 1], [1, 2 * (k * k - 1) / a0, (1 - k / q + k * k) / a0], x, axis=0)


def loudness(x, rate):
    """Integrated loudness in LUFS: blocks of 400 ms every 100 ms, gated at -70 LUFS and 10 LU below what is left."""
    power = np.cumsum(np.concatenate([[0], np.sum(k_weighted(x, rate) ** 2, 1)]))
    step = rate // 10
    starts = np.arange(0, len(x) - 4 * step + 1, step)
    blocks = (power[starts + 4 * step] - power[starts]) / (4 * step)
    blocks = blocks[blocks > 10 ** ((-70 + 0.691) / 10)]
    blocks = blocks[blocks > blocks.mean() / 10]
    return -0.691 + 10 * np.log10(blocks.mean())


def true_peak(x):
    """In dBTP: sixteen values a sample by a sinc of 96 samples under Blackman's window."""
    taps = np.arange(-48, 49)
    peak = np.abs(x).max()
    for phase in range(1, 16):
        at = taps - phase / 16
        kernel = np.sinc(at) * (0.42 + 0.5 * np.cos(np.pi * at / 48) + 0.08 * np.cos(2 * np.pi * at / 48)) * (np.abs(at) < 48)
        peak = max(peak, np.abs(signal.oaconvolve(x, kernel[:, None], "same", axes=0)).max())
    return 20 * np.log10(peak)


def response(before, after, rate):
    """Gain between two sounds by frequency, complex."""
    hz, both = signal.csd(before, after, rate, nperseg=1 << 15)
    return hz, both / signal.welch(before, rate, nperseg=1 << 15)[1]


def band_db(row, hz):
    """Bells and shelves after R. Bristow-Johnson's analogue prototypes."""
    f, gain, q = float(row["frequency_hz"]), float(row["gain_db"]), float(row["q"])
    a, s = 10 ** (gain / 40), 1j * hz / f
    top, bottom = {
        "bell": (s * s + s * a / q + 1, s * s + s / (a * q) + 1),
        "low-shelf": (a * (s * s + np.sqrt(a) / q * s + a), a * s * s + np.sqrt(a) / q * s + 1),
        "high-shelf": (a * (a * s * s + np.sqrt(a) / q * s + 1), s * s + np.sqrt(a) / q * s + a),
    }[row["type"]]
    return 20 * np.log10(np.abs(top / bottom))


def rows(file):
    with open(file, encoding="utf-8") as lines:
        return list(csv.DictReader(lines))


def lag(a, b):
    """By how many samples b comes later, and how alike they are there."""
    n = 1 << int(np.ceil(np.log2(2 * len(a))))
    both = np.fft.irfft(np.conj(np.fft.rfft(a, n)) * np.fft.rfft(b, n), n)
    at = int(np.argmax(both))
    return at - n if at > n // 2 else at


def measuring(pieces):
    off, over = [], []
    for p in pieces:
        rate, x = read(p)
        m = said("measure", "--json", p)["files"][0]
        off.append(abs(m["integratedLufs"] - loudness(x, rate)))
        over.append(abs(m["truePeakDbtp"] - true_peak(x)))
    figure("measure.loudness-worst", max(off))
    figure("measure.true-peak-worst", max(over))


def finishing(files):
    off, over, shifted, sides = [], [], 0, []
    for rate in (44100, 96000):
        for number, file in enumerate(files[:3]):
            mix = decoded(file, rate, path(f"mix{number}.wav"))
            _, x = read(mix)
            for target in (-16, -9):
                out = path("master.wav")
                r = said("finish", "--in", mix, "--target", target, "--out", out, "--replace", "--json")
                _, y = read(out)
                off.append(abs(loudness(y, rate) - r["integratedLufs"]))
                over.append(true_peak(y) - -1)
                shifted += abs(len(y) - len(x)) + abs(lag(x[:, 0] + x[:, 1], y[:, 0] + y[:, 1]))
                loud = np.min(np.abs(x), 1) > 0.1 * np.abs(x).max()
                sides.append(np.abs(20 * np.log10(np.abs(y[loud, 0] / x[loud, 0] * x[loud, 1] / y[loud, 1]))).mean())
    figure("finish.loudness-worst", max(off))
    figure("finish.over-ceiling-worst", max(over))
    figure("finish.misaligned-samples", shifted)
    figure("finish.sides-apart-db", max(sides))


def tones():
    """A tone under the limiter once it has settled: all that is not the tone, and what two make between them."""
    rate = 48000
    t = np.arange(6 * rate) / rate
    worst = []
    for hz in (1000, 5000):
        x = 0.9 * np.sin(2 * np.pi * hz * t)
        oakmirror("finish", "--in", write("tone.wav", rate, x, x), "--target", -3, "--out", path("t.wav"), "--replace", "--loudest")
        y = read(path("t.wav"))[1][3 * rate:5 * rate, 0]
        at = t[:len(y)]
        basis = np.stack([np.sin(2 * np.pi * hz * at), np.cos(2 * np.pi * hz * at), np.ones_like(at)], 1)
        rest = y - basis @ np.linalg.lstsq(basis, y, rcond=None)[0]
        worst.append(20 * np.log10(rest.std() / y.std()))
    figure("limiter.thd-of-tones-db", max(worst))


def matching(files):
    bands, linear, delay = [], [], 0
    for rate in (44100, 96000):
        mix = decoded(files[0], rate, path("m.wav"))
        other = decoded(files[3], rate, path("r.wav"))
        _, x = read(mix)
        for phase in ("minimum", "linear"):
            out = path("matched-" + phase)
            oakmirror("match", "--mix", mix, "--reference", other, "--out", out, "--target", -30, "--replace", "--phase", phase)
            _, y = read(os.path.join(out, "matched.wav"))
            hz, h = response(x[:, 0], y[:, 0], rate)
            heard = (hz > 40) & (hz < 14000)
            got = 20 * np.log10(np.abs(h[heard]))
            if phase == "minimum":
                wanted = sum(band_db(row, hz[heard]) for row in rows(os.path.join(out, "bands.csv")))
            else:
                table = rows(os.path.join(out, "curve.csv"))
                wanted = np.interp(np.log(hz[heard]), [np.log(float(r["frequency_hz"])) for r in table],
                                   [float(r["correction_db"]) for r in table])
                delay += abs(lag(x[:, 0], y[:, 0]))
            off = np.abs(got - wanted - np.median(got - wanted))
            (bands if phase == "minimum" else linear).append(np.percentile(off, 99))
    figure("match.bands-off-db", max(bands))
    figure("match.curve-off-db", max(linear))
    figure("match.linear-delay-samples", delay)


def folding():
    """5.1 is heard as its fold: fronts, centre and surrounds 3 dB lower, nothing of the low-frequency channel."""
    rate = 48000
    rng = np.random.default_rng(1)
    x = 0.05 * rng.standard_normal((6 * rate, 6))
    plain = path("six.wav")
    wavfile.write(plain, rate, x.astype(np.float32))
    six = path("surround.wav")
    subprocess.run(["ffmpeg", "-v", "error", "-y", "-channel_layout", "5.1", "-i", plain, "-c:a", "pcm_f32le", six], check=True)
    out = path("fold.wav")
    oakmirror("finish", "--in", six, "--target", -40, "--out", out, "--replace")
    _, y = read(out)
    root = np.sqrt(0.5)
    wanted = np.stack([x[:, 0] + root * (x[:, 2] + x[:, 4]), x[:, 1] + root * (x[:, 2] + x[:, 5])], 1)
    gain = np.sum(wanted * y) / np.sum(wanted ** 2)
    figure("fold.rest-db", 20 * np.log10((y - gain * wanted).std() / y.std()))


def converting():
    """96 kHz brought to 44.1: what passes at 20 kHz, and what comes back of tones that it cannot hold."""
    rate = 96000
    t = np.arange(4 * rate) / rate
    gains = {}
    for hz in (1000, 20000, 24300, 30000):
        mix = write("tone.wav", rate, 0.1 * np.sin(2 * np.pi * hz * t), 0.1 * np.sin(2 * np.pi * hz * t) + 1e-3 * np.sin(2 * np.pi * 997 * t))
        session = {"format": "oak-mirror-session", "version": 3, "session": {
            "name": "tone", "mix": {"id": "m", "source": {"kind": "file", "path": mix}, "name": "tone"},
            "delivery": {"finish": {"targetLufs": -60, "ceilingDbtp": -1, "limiter": None}}}}
        with open(path("tone.oakmirror.json"), "w", encoding="utf-8") as out:
            json.dump(session, out)
        done = said("render", path("tone.oakmirror.json"), "--out", path("rendered"), "--rate", 44100, "--format", "wav-float", "--json")
        _, y = read(done[0]["file"])
        mark = y[22050:-22050, 1] - y[22050:-22050, 0]  # the same soft tone every time, which tells the gain
        at = np.arange(len(mark)) / 44100
        gain = 2 * np.abs(np.mean(mark * np.exp(-2j * np.pi * 997 * at))) / 1e-3
        left = y[22050:-22050, 0] / gain
        # by the amplitude that a window shows at the tone, or anywhere if it should be gone
        spectrum = np.abs(np.fft.rfft(left * signal.windows.blackmanharris(len(left)))) / (0.35875 * len(left) / 2)
        gains[hz] = 20 * np.log10(spectrum.max() / 0.1)
    figure("rate.passed-at-20k-db", abs(gains[20000] - gains[1000]))
    figure("rate.alias-db", max(gains[24300], gains[30000]) - gains[1000])


def profiling(files):
    mix, other = decoded(files[1], 44100, path("m.wav")), decoded(files[4], 44100, path("r.wav"))
    kept = path("r.oakprofile.json")
    oakmirror("profile", other, "--out", kept, "--replace")
    a = said("compare", "--json", "--mix", mix, "--reference", other)["tone"]
    b = said("compare", "--json", "--mix", mix, "--reference", kept)["tone"]
    figure("profile.gap-off-db", max(abs((x["gapDb"] or 0) - (y["gapDb"] or 0)) for x, y in zip(a, b)))


def main(recordings):
    files = sorted(f for f in glob.glob(os.path.join(recordings, "**", "*.*"), recursive=True)
                   if f.endswith((".ogg", ".mp3", ".flac")) and "/planted/" not in f)
    files = [f for f in files if seconds(f) > 20 + SECONDS]
    files = files[:: max(1, len(files) // PIECES)][:PIECES]
    pieces = [decoded(f, 48000, path(f"piece{i}.wav")) for i, f in enumerate(files)]
    measuring(pieces)
    finishing(files)
    tones()
    matching(files)
    folding()
    converting()
    profiling(files)
    subprocess.run(["rm", "-rf", FOLDER], check=True)


if __name__ == "__main__":
    main(sys.argv[1])
