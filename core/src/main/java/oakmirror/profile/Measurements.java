package oakmirror.profile;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import oakmirror.audio.Decibels;
import oakmirror.defects.Defects;
import oakmirror.dynamics.Dynamics;
import oakmirror.dynamics.Quantiles;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.loudness.Loudness;
import oakmirror.measure.Levels;
import oakmirror.measure.Provenance;
import oakmirror.measure.TrackMeasurement;
import oakmirror.rhythm.Activity;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.Rhythm;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.NominalBands;
import oakmirror.spectrum.PitchProfile;
import oakmirror.spectrum.SpectralEdge;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Tone;
import oakmirror.spectrum.TonePeak;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Comb;
import oakmirror.stereo.Width;
import oakmirror.text.Valid;

/**
 * What was measured of a track or a passage, as far as it is kept: enough for everything it is compared by, and no way back to its sound. Of its
 * spectrum every band is kept, of what goes on over time no more than a course and distributions.
 *
 * @param provenance what it was made of, and by which version of the measurer
 * @param channels channels of the file
 * @param frames length of what was measured, at the rate of the provenance
 * @param file loudness and peaks of the file's own channels
 * @param heard loudness and peaks of what is heard of it
 * @param tone spectrum, peaks and key
 * @param toneSpreadDb by how much its level in each third of an octave ({@link NominalBands}) varies from second to second, in dB; empty where that is
 *     not known, NaN for a band with nothing in it
 * @param crest crest factors, one for each zone
 * @param peakToShortTerm quantiles of peak to short-term loudness in dB, evenly spaced from the lowest to the highest
 * @param comb notches that folding to mono brings out
 * @param shortTerm short-term loudness over time
 * @param contour momentary loudness over time
 * @param rhythm tempo and bars, as found
 * @param whole of the whole file, where it is of a passage
 */
public record Measurements(
        Provenance provenance,
        int channels,
        long frames,
        Levels file,
        Levels heard,
        Tone tone,
        float[] toneSpreadDb,
        List<ZoneDynamics> crest,
        float[] peakToShortTerm,
        Optional<Comb> comb,
        TimeCourse shortTerm,
        TimeCourse contour,
        Rhythm rhythm,
        Whole whole) {

    /** How many quantiles are kept of a distribution; an odd number, so that the middle one is among them. */
    public static final int QUANTILES = 257;

    private static final int MOST_CHANNELS = 64;
    private static final int HIGHEST_RATE = 1_000_000;
    private static final double LONGEST_SECONDS = 7 * 86_400;

    /** Copies the list and checks the shapes. The arrays are not copied and must not be changed. */
    public Measurements {
        crest = List.copyOf(crest);
        Valid.require(
                provenance.sampleRate() > 0 && provenance.sampleRate() <= HIGHEST_RATE,
                "invalid.profileRate",
                provenance.sampleRate());
        Valid.require(channels > 0 && channels <= MOST_CHANNELS, "invalid.channelCount", channels);
        Valid.require(frames > 0 && frames <= LONGEST_SECONDS * provenance.sampleRate(), "invalid.length");
        Valid.require(Double.isFinite(heard.loudness().integratedLufs()), "invalid.silent");
        Valid.require(crest.size() == Zone.values().length, "invalid.crests");
        Valid.require(toneSpreadDb.length == 0 || toneSpreadDb.length == NominalBands.COUNT, "invalid.spread");
        Valid.require(peakToShortTerm.length <= QUANTILES, "invalid.distribution", QUANTILES);
    }

    /**
     * What is kept of a measurement, rounded as it is written, so that it stays equal to itself when it has been read again.
     *
     * @param compared what was measured of the passage, or of all of it
     * @param whole what was measured of all of it
     * @param toneSpreadDb see {@link ToneSpread}; may be empty
     * @throws IllegalArgumentException when nothing is heard of it
     */
    public static Measurements of(
            TrackMeasurement compared, TrackMeasurement whole, Rhythm rhythm, float[] toneSpreadDb) {
        return ProfileJson.rounded(new Measurements(
                compared.provenance(),
                compared.channels(),
                compared.frames(),
                compared.file(),
                compared.heard(),
                compared.tone(),
                toneSpreadDb,
                compared.dynamics().zones(),
                quantiles(compared.dynamics().peakToShortTerm()),
                compared.comb(),
                TimeCourse.of(compared.shortTerm()),
                TimeCourse.of(compared.contour()),
                rhythm,
                Whole.of(whole)));
    }

    private static float[] quantiles(float[] values) {
        double[] known = IntStream.range(0, values.length)
                .mapToDouble(i -> values[i])
                .filter(Double::isFinite)
                .sorted()
                .toArray();
        float[] kept = new float[Math.min(QUANTILES, known.length)];
        for (int i = 0; i < kept.length; i++) {
            kept[i] = (float)
                    (kept.length == known.length ? known[i] : Quantiles.of(known, (double) i / (kept.length - 1)));
        }
        return kept;
    }

    /** Frames a second. */
    public int sampleRate() {
        return provenance.sampleRate();
    }

    /** Length of what was measured in seconds. */
    public double seconds() {
        return (double) frames / sampleRate();
    }

    /** Integrated loudness of what is heard in LUFS. */
    public double lufs() {
        return heard.loudness().integratedLufs();
    }

    /** Loudness range in LU; NaN where it is not defined. */
    public double rangeLu() {
        return heard.loudness().rangeLu();
    }

    /** Peak to loudness ratio in dB. */
    public double peakToLoudness() {
        return heard.peakToLoudness();
    }

    /** Side over mid of all of its spectrum in dB. */
    public double widthDb() {
        return Width.of(tone.spectrum(), BandGrid.lowerEdgeHz(0), BandGrid.lowerEdgeHz(BandGrid.SIZE))
                .sideToMidDb();
    }

    /** Beats a minute, where they were found. */
    public Optional<Double> bpm() {
        return rhythm.grid().map(BarGrid::bpm);
    }

    /** Where it ends as lossy files do, in Hz; empty where it does not. */
    public Optional<Double> edgeHz() {
        var edge = SpectralEdge.of(tone.spectrum().of(Part.STEREO));
        return edge.isPresent() ? Optional.of(edge.getAsDouble()) : Optional.empty();
    }

    /** Whether it is of a passage. */
    public boolean isPassage() {
        return provenance.origin().passage().isPresent();
    }

    /** What is kept, in the place of what was measured; what is not kept of it is empty. */
    public TrackMeasurement compared() {
        return measurement(file, heard, frames, 0, 0, 0);
    }

    /** The same of the whole file: its levels, and what is kept of the passage in the place of everything else. */
    public TrackMeasurement wholeFile() {
        return measurement(
                whole.file(), whole.heard(), whole.frames(), whole.clips(), whole.dcOffset(), whole.damagedSamples());
    }

    private TrackMeasurement measurement(
            Levels ofFile, Levels ofHeard, long length, long clips, double dcOffset, long damaged) {
        return new TrackMeasurement(
                provenance,
                sampleRate(),
                channels,
                length,
                ofFile,
                ofHeard,
                tone,
                new Dynamics(peakToShortTerm, crest),
                comb,
                shortTerm.spread(),
                contour.spread(),
                Activity.none(),
                PitchProfile.none(),
                Defects.NONE,
                clips,
                dcOffset,
                damaged);
    }

    /** The same of the same sound so many dB louder; how often it is clipped is not known of that. */
    Measurements raised(double db) {
        if (db == 0) {
            return this;
        }
        double[] each = new double[BandGrid.SIZE];
        Arrays.fill(each, db);
        Tone changed = tone.changed(each);
        List<TonePeak> peaks = tone.peaks().stream()
                .map(p -> new TonePeak(p.hz(), p.levelDb() + db, p.prominenceDb()))
                .toList();
        return ProfileJson.rounded(new Measurements(
                provenance,
                channels,
                frames,
                raised(file, db),
                raised(heard, db),
                new Tone(changed.spectrum(), peaks, tone.keys()),
                toneSpreadDb,
                crest,
                peakToShortTerm,
                comb,
                shortTerm.raised(db),
                contour.raised(db),
                rhythm,
                new Whole(
                        raised(whole.file(), db),
                        raised(whole.heard(), db),
                        whole.frames(),
                        0,
                        whole.dcOffset() * Decibels.toAmplitude(db),
                        whole.damagedSamples())));
    }

    private static Levels raised(Levels levels, double db) {
        Loudness l = levels.loudness();
        return new Levels(
                new Loudness(
                        l.integratedLufs() + db, l.rangeLu(), l.maxMomentaryLufs() + db, l.maxShortTermLufs() + db),
                levels.peaks().raised(db));
    }

    /** Equal figures were made of the same by the same measurer. */
    @Override
    public boolean equals(Object other) {
        return other instanceof Measurements f
                && provenance.equals(f.provenance)
                && frames == f.frames
                && heard.equals(f.heard)
                && tone.equals(f.tone);
    }

    @Override
    public int hashCode() {
        return provenance.hashCode();
    }

    @Override
    public String toString() {
        return "Figures[" + provenance.id() + "]";
    }
}
