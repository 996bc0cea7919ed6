package oakmirror.media.report;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import oakmirror.album.AlbumLoudness.Way;
import oakmirror.album.RecordAssessment;
import oakmirror.album.SongAssessment;
import oakmirror.media.session.MeasuredAlbum;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * All that is told about a record.
 *
 * @param name what it is called
 * @param standing how its songs stand to each other
 * @param targets the loudness each comes out at
 * @param way how that is found, in words
 */
record RecordFacts(String name, RecordAssessment standing, List<Double> targets, String way) {

    /** What the columns of the matrix are. */
    static RecordFacts of(MeasuredAlbum album) {
        String way = Texts.of(
                album.record().album().way() == Way.EACH ? "report.eachSongIsBrought" : "report.theRecordAsA",
                Numbers.level(album.wantedLufs()));
        return new RecordFacts(album.record().name(), album.standing(), album.targets(), way);
    }

    /** What the columns of the matrix are. */
    static List<String> columns() {
        List<String> all = new ArrayList<>(List.of(Texts.of("report.song"), "LUFS", Texts.of("report.movesBy")));
        for (Zone zone : Zone.values()) {
            all.add(zone.label());
        }
        all.addAll(List.of("PLR", Texts.of("report.width")));
        return List.copyOf(all);
    }

    /** Rows of the matrix: a text for each column; what sits apart in brackets. */
    List<List<String>> rows() {
        List<List<String>> rows = new ArrayList<>();
        for (int i = 0; i < standing.songs().size(); i++) {
            SongAssessment s = standing.songs().get(i);
            List<String> row = new ArrayList<>();
            String name = (i + 1) + " " + s.name();
            row.add(s.isAnchor() ? Texts.of("report.anchorName", name) : name);
            row.add(Numbers.level(s.integratedLufs()));
            row.add(Numbers.gain(targets.get(i) - s.integratedLufs()));
            for (Zone zone : Zone.values()) {
                String db = Numbers.gain(s.toAnchorDb()[zone.ordinal()]);
                row.add(s.apart().contains(zone) ? "[" + db + "]" : db);
            }
            row.add(Numbers.level(s.plrDb()));
            row.add(Numbers.level(s.sideToMidDb()));
            rows.add(row);
        }
        return rows;
    }

    /** What is proposed for each song that something is proposed for. */
    List<String> proposals() {
        return standing.songs().stream()
                .filter(s -> !s.moves().isEmpty())
                .map(s -> s.name() + ": "
                        + s.moves().stream()
                                .map(m -> Texts.of(
                                        "report.moveAt",
                                        Numbers.gainDb(m.treatedGainDb()),
                                        Numbers.about(m.centreHz())))
                                .collect(Collectors.joining(", ")))
                .toList();
    }
}
