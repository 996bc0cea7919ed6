package oakmirror.media.report;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.compare.Comparison;
import oakmirror.correction.Move;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.finish.FinishText;
import oakmirror.finish.MasterRender;
import oakmirror.limiter.LimiterSettings;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.place.PlaceEars;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.NotedVersion;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;
import oakmirror.zones.WidthMove;
import oakmirror.zones.ZoneWords;

/**
 * All that is told about a song.
 *
 * @param title what it is called
 * @param about what it is part of, and what its files are called
 * @param session how it was worked on
 * @param comparison mix and references at one loudness, by thirds of an octave
 * @param shaped what was done to it
 * @param mix what was measured of all of the mix
 * @param master the master gone through
 * @param versions its versions, the ones that are out left out
 */
record SongFacts(
        String title,
        String about,
        Session session,
        Comparison comparison,
        Shaped shaped,
        TrackMeasurement mix,
        MasterRender.Rendered master,
        List<NotedVersion> versions) {

    private static final double OCTAVES = 1.0 / 3;

    /** Neighbours of a zone that is made wider go along a little. */
    private static final double LEAST_WIDTH_DB = 0.5;

    /**
     * Gathers it: the mix goes through all that is done to it once.
     *
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    static SongFacts of(MeasuredSession song, List<NotedVersion> versions, ExecutorService parts, Progress progress)
            throws IOException {
        Session s = song.session();
        Shaped shaped = song.shaped(song.audio().sampleRate(), progress.part(0, 0.1));
        MasterRender render = new MasterRender(song.audio(), shaped.chain(s.phase()), parts);
        MasterRender.Corrected corrected = render.measureLevels(progress.part(0.1, 0.5));
        MasterRender.Rendered master = render.rehearse(corrected, s.finish(), progress.part(0.5, 1));
        Comparison comparison = Comparison.of(song.subjects(), s.comparing().corridor(), OCTAVES, Part.STEREO);
        String files = s.mix()
                .flatMap(Track::file)
                .map(f -> f.getFileName().toString())
                .orElse("");
        return new SongFacts(
                s.mix().map(Track::name).orElse(Texts.of("report.untitled")),
                s.name() + "  ·  " + files,
                s,
                comparison,
                shaped,
                song.mix().measurement(),
                master,
                versions.stream().filter(v -> !v.isDiscarded()).toList());
    }

    /** What a report says in a sentence. */
    String verdict() {
        return FinishText.verdict(master.plan());
    }

    /** A row of figures: what it is of, and a text for each column. */
    record Row(String name, List<String> figures) {}

    /** What the columns of the figures are. */
    static List<String> columns() {
        return List.of(
                "LUFS",
                "dBTP",
                Texts.of("report.rangeLu"),
                Texts.of("report.plrDb"),
                Texts.of("report.loudest3S"),
                Texts.of("report.sideMidDb"));
    }

    /** Figures of mix, master and references. */
    List<Row> figures() {
        List<Row> rows = new ArrayList<>();
        rows.add(row(Texts.of("report.mix"), mix));
        rows.add(row(Texts.of("report.master"), master.measurement()));
        comparison.references().forEach(r -> rows.add(row(r.number() + " " + r.name(), r.whole())));
        return rows;
    }

    private static Row row(String name, TrackMeasurement m) {
        return new Row(
                name,
                List.of(
                        Numbers.level(m.heardLufs()),
                        Numbers.level(m.heard().peaks().truePeakDbtp()),
                        Numbers.level(m.heard().loudness().rangeLu()),
                        Numbers.level(m.heard().peakToLoudness()),
                        Numbers.level(m.heard().loudness().maxShortTermLufs()),
                        Numbers.level(Width.of(m.tone().spectrum(), 20, 20000).sideToMidDb())));
    }

    /** What was done, each move with its reason. */
    List<String> moves() {
        List<String> lines = new ArrayList<>();
        session.stems().all().stream()
                .filter(s -> s.gainDb() != 0)
                .forEach(s -> lines.add(Texts.of("report.stem", s.name(), Numbers.gainDb(s.gainDb()))));
        for (Part part : shaped.tone().isApart() ? List.of(Part.MID, Part.SIDE) : List.of(Part.MID)) {
            double strength = session.correction().strength();
            for (Move m : shaped.tone().of(part).correction().moves()) {
                if (m.isTaken()) {
                    double db = m.kind().isFixed() ? m.treatedGainDb() : strength * m.treatedGainDb();
                    String line = Texts.of(
                            m.gainDb() > 0 ? "report.asTheMixLacks" : "report.asTheMixHasTooMuch",
                            Numbers.gainDb(db),
                            shape(m),
                            Math.round(100 * m.trust()));
                    lines.add(
                            shaped.tone().isApart()
                                    ? Texts.of(part == Part.MID ? "report.mid" : "report.side", line)
                                    : line);
                }
            }
        }
        shaped.dynamics()
                .forEach(b -> lines.add(Texts.of(
                        "report.dynamics", b.zone().label(), ZoneWords.ratio(b), Numbers.level(b.thresholdDb()))));
        lines.addAll(widths());
        return lines;
    }

    /** What was made wider or narrower. */
    private List<String> widths() {
        List<String> lines = new ArrayList<>();
        double[] side = shaped.sides().appliedDb(session.phase());
        for (Zone zone : Zone.values()) {
            double db = shaped.sides().isNone()
                    ? 0
                    : WidthMove.of(shaped.tone().mix(), zone, side).gainDb();
            if (Math.abs(db) >= LEAST_WIDTH_DB) {
                lines.add(Texts.of(db > 0 ? "report.wider" : "report.narrower", zone.label(), Numbers.gainDb(db)));
            }
        }
        return lines;
    }

    private static String shape(Move m) {
        return switch (m.kind()) {
            case LOW_END -> Texts.of("report.upTo", Numbers.about(m.treatedHighHz()));
            case HIGH_END -> Texts.of("report.fromUp", Numbers.about(m.treatedLowHz()));
            default -> Texts.of("report.about", Numbers.about(m.centreHz()));
        };
    }

    /** How it was worked on, in lines. */
    List<String> settings() {
        List<String> lines = new ArrayList<>();
        lines.add(Texts.of(
                "report.strengthCautionPhase",
                Math.round(100 * session.correction().strength()),
                Math.round(100 * session.correction().caution()),
                Texts.of(session.phase() == Phase.LINEAR ? "report.linear" : "report.minimum"),
                shaped.tone().isApart() ? Texts.of("report.middleAndSideApart") : ""));
        String limiter = session.finish().limiter().map(SongFacts::words).orElse(Texts.of("report.noLimiter"));
        lines.add(Texts.of(
                "report.targetLufsUnderDbtp",
                Numbers.level(session.finish().targetLufs()),
                Numbers.level(session.finish().ceilingDbtp()),
                Numbers.gainDb(master.plan().driveDb()),
                limiter));
        lines.add(Texts.of(
                "report.peaksTakenDbAt",
                Numbers.level(master.taken().most()),
                Numbers.level(master.taken().average())));
        int inside = comparison.zonesInside().size();
        lines.add(Texts.of("report.mixInsideTheCorridor", inside, Zone.values().length));
        new PlaceEars().of(comparison).summary().ifPresent(lines::add);
        return lines;
    }

    private static String words(LimiterSettings l) {
        return Texts.of(
                "report.limiterLinkRelease",
                Math.round(100 * l.link()),
                Numbers.level(l.release()),
                l.clipDb() > 0 ? Texts.of("report.softClipDb", Numbers.level(l.clipDb())) : "");
    }

    /** Versions in a line each. */
    List<String> versionLines() {
        return versions.stream()
                .map(v -> Texts.of(
                        "report.lufsPlr",
                        v.name(),
                        Numbers.level(v.version().figures().integratedLufs()),
                        Numbers.level(v.version().figures().plrDb()),
                        v.note().rating() > 0
                                ? Texts.of("report.ratedOf5", v.note().rating())
                                : "",
                        v.note().standing() == oakmirror.session.VersionNote.Status.KEPT ? Texts.of("report.kept") : "",
                        v.note().note().isEmpty() ? "" : "; “" + v.note().note() + "”"))
                .toList();
    }

    /** The references with their numbers and names, for a legend. */
    List<Comparison.Member> references() {
        return comparison.references();
    }

    Optional<Comparison.Member> mixMember() {
        return comparison.mix();
    }
}
