package oakmirror.album;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import oakmirror.compare.Gap;
import oakmirror.compare.Subject;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.Proposal;
import oakmirror.measure.TrackMeasurement;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;

/**
 * The songs of a record beside each other. Each is held against the anchor and, as what differs from song to song without being a fault, against all the others: the
 * anchor counts for {@value #ANCHOR_WEIGHT} of them. What the evidence makes of that is the same as for a mix and its references.
 *
 * @param songs the songs, in their order
 */
public record RecordAssessment(List<SongAssessment> songs) {

    /** Nothing is known. */
    public static final RecordAssessment NONE = new RecordAssessment(List.of());

    /** How much the anchor counts against another song. No source. */
    public static final double ANCHOR_WEIGHT = 4;

    /** No more are taken for what songs differ by: as many as a session holds references. */
    private static final int MOST_OTHERS = 15;

    /** Copies the list. */
    public RecordAssessment {
        songs = List.copyOf(songs);
    }

    /** A song as it is measured. */
    public record Measured(String name, TrackMeasurement whole) {}

    /**
     * Holds them against each other.
     *
     * @param songs the songs of the record
     * @param anchor which is the anchor, from 0; −1 where it is no song of it
     * @param outside the anchor, where it is no song of it
     * @param settings how corrections are derived
     * @param sampleRate which bands are fitted for
     */
    public static RecordAssessment of(
            List<Measured> songs,
            int anchor,
            java.util.Optional<Measured> outside,
            CorrectionSettings settings,
            int sampleRate) {
        Measured held = outside.orElseGet(() -> songs.get(anchor));
        List<SongAssessment> all = new ArrayList<>();
        for (int i = 0; i < songs.size(); i++) {
            List<Measured> others = new ArrayList<>(songs);
            others.remove(i);
            others.remove(held);
            all.add(standing(songs.get(i), held, others, i == anchor, settings, sampleRate));
        }
        return new RecordAssessment(all);
    }

    private static SongAssessment standing(
            Measured song,
            Measured anchor,
            List<Measured> others,
            boolean isAnchor,
            CorrectionSettings settings,
            int sampleRate) {
        TrackMeasurement m = song.whole();
        List<Subject> againstAnchor = List.of(subject(0, song, 1), subject(1, anchor, ANCHOR_WEIGHT));
        List<Subject> againstAll = new ArrayList<>(againstAnchor);
        List<Subject> againstOthers = new ArrayList<>(List.of(subject(0, song, 1)));
        for (int o = 0; o < Math.min(MOST_OTHERS, others.size()); o++) {
            againstAll.add(subject(o + 2, others.get(o), 1));
            againstOthers.add(subject(o + 1, others.get(o), 1));
        }
        if (!isAnchor) {
            againstOthers.add(subject(againstOthers.size(), anchor, 1));
        }
        boolean isHeard =
                Double.isFinite(m.heardLufs()) && Double.isFinite(anchor.whole().heardLufs());
        Proposal proposal = isAnchor || !isHeard // what has no loudness cannot be held against anything
                ? Proposal.none()
                : Proposal.derive(
                        Material.of(againstAll, java.util.Optional.empty()), settings, MoveDecisions.NONE, sampleRate);
        double[] supported = new double[Zone.values().length];
        for (Zone zone : Zone.values()) {
            double mean =
                    isAnchor || !isHeard ? 0 : -zone.mean(proposal.evidence().supportedDb());
            supported[zone.ordinal()] = Double.isFinite(mean) ? mean + 0.0 : 0;
        }
        return new SongAssessment(
                song.name(),
                isAnchor,
                m.heardLufs(),
                m.heard().peakToLoudness(),
                m.heard().loudness().rangeLu(),
                sideToMid(m.tone().spectrum()),
                isAnchor ? new double[Zone.values().length] : byZone(isHeard ? Gap.of(againstAnchor) : Gap.none()),
                byZone(isHeard ? Gap.of(againstOthers) : Gap.none()),
                supported,
                proposal);
    }

    private static Subject subject(int number, Measured m, double weight) {
        return new Subject(number, m.name(), m.whole(), m.whole(), java.util.Optional.empty()).withWeight(weight);
    }

    /** By how much the mix has more in each zone. */
    private static double[] byZone(Gap gap) {
        return Arrays.stream(Zone.values())
                .mapToDouble(z -> 0 - z.mean(gap.gapDb(), gap.known()))
                .toArray();
    }

    private static double sideToMid(StereoSpectrum spectrum) {
        double side = 0;
        double mid = 0;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            side += spectrum.power(Part.SIDE, b);
            mid += spectrum.power(Part.MID, b);
        }
        return 10 * Math.log10(side / mid);
    }

    /** What it comes to, in a sentence. */
    public String sentence() {
        if (songs.isEmpty()) {
            return Texts.of("album.noSongsYet");
        }
        List<String> apart = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            long count = songs.stream().filter(s -> s.apart().contains(zone)).count();
            if (count > 0) {
                apart.add(Texts.of("album.songsInZone", count, zone.label()));
            }
        }
        String anchor = songs.stream()
                .filter(SongAssessment::isAnchor)
                .map(s -> Texts.of("album.toTheAnchor", s.name()))
                .findFirst()
                .orElse("");
        return Texts.of("counts.songs", songs.size())
                + anchor
                + (apart.isEmpty()
                        ? Texts.of("album.noneSitsApart")
                        : Texts.of("album.apart", apart.stream().collect(Collectors.joining(", "))));
    }
}
