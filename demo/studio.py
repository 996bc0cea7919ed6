"""A tune played by FluidSynth, mixed and treated by FFmpeg: the same kind of production for every song."""
import os
import subprocess

SOUND_SET = "/usr/share/sounds/sf2/FluidR3_GM.sf2"

# Gain in dB and place (-1 left, 1 right) of every part.
BALANCE = {"lead": (-3, -.45), "second": (-6, .5), "plucked": (-4, .35), "bed": (-9, -.3), "bass": (-3, 0), "drums": (-2, .05)}

# What a part is sent out as.
STEMS = {"fiddle": ["lead"], "concertina": ["second", "bed"], "dulcimer": ["plucked"], "bass": ["bass"], "drums": ["drums"]}

# Some air, a little less box, gentle compression.
GLOSS = ("highshelf=f=7000:g=2:t=q:w=0.6,equalizer=f=420:t=q:w=0.8:g=-1,equalizer=f=3200:t=q:w=0.9:g=2.5,bass=f=75:g=1:w=0.7:t=q,"
         "acompressor=threshold=-20dB:ratio=2:attack=18:release=160:makeup=1")


def vorbis(quality):
    return ["-c:a", "libvorbis", "-q:a", str(quality)]


def mp3(kbps, cutoff):
    return ["-c:a", "libmp3lame", "-b:a", f"{kbps}k", "-cutoff", str(cutoff)]


def release(drive, ceiling=-0.4):
    """A finished master: a little more kick, of which the limiter takes some, and drive into that limiter, at four times the rate so that
    true peaks stay under the ceiling too."""
    limiter = f"alimiter=limit={10 ** (ceiling / 20):.4f}:attack=3:release=60:level=0"
    return f"{GLOSS},bass=f=42:g=1.5:t=q:w=0.7,volume={drive}dB,aresample=176400,{limiter},aresample=44100:filter_size=64"


def run(*command):
    subprocess.run([str(c) for c in command], check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)


def ffmpeg(*arguments):
    run("ffmpeg", "-y", "-bitexact", *arguments)


def play(tune, instruments, rate, folder):
    """Each part by itself as a WAVE file of floats; returns the files by name."""
    files = {}
    for name, part in tune.parts(*instruments).items():
        if part.notes:
            midi, wav = os.path.join(folder, name + ".mid"), os.path.join(folder, name + ".wav")
            with open(midi, "wb") as f:
                f.write(part.midi(tune.bpm))
            run("fluidsynth", "-ni", "-q", "-g", "0.6", "-r", rate, "-O", "float", "-o", "synth.chorus.active=0", "-F", wav, SOUND_SET, midi)
            files[name] = wav
    return files


def stems(files, change, seconds, folder):
    """The parts at their levels and places, summed into stems of floats; {change} has parts with other gain and place."""
    balance = {**BALANCE, **change}
    made = {}
    for stem, parts in STEMS.items():
        inputs, graph, labels = [], [], ""
        for i, name in enumerate(p for p in parts if p in files):
            gain, pan = balance[name]
            left, right = min(1, 1 - pan), min(1, 1 + pan)
            cut = 38 if name in ("bass", "drums") else 140
            inputs += ["-i", files[name]]
            graph.append(f"[{i}]highpass=f={cut},volume={gain}dB,pan=stereo|c0={left:.3f}*c0|c1={right:.3f}*c1[s{i}]")
            labels += f"[s{i}]"
        graph.append(f"{labels}amix=inputs={len(graph)}:normalize=0,apad,afade=t=out:st={seconds - 1.2}:d=1.2[out]")
        made[stem] = os.path.join(folder, stem + "-stem.wav")
        ffmpeg(*inputs, "-filter_complex", ";".join(graph), "-map", "[out]", "-t", seconds, "-c:a", "pcm_f32le", made[stem])
    return made


def mix(stem_files, bus, rate, encoder, out):
    """Sums the stems, treats the sum and writes it."""
    inputs = [x for f in stem_files.values() for x in ("-i", f)]
    labels = "".join(f"[{i}]" for i in range(len(stem_files)))
    ffmpeg(*inputs, "-filter_complex", f"{labels}amix=inputs={len(stem_files)}:normalize=0,{bus}[out]", "-map", "[out]",
           "-map_metadata", "-1", *encoder, "-ar", rate, out)
