package oakmirror.desk.send;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import oakmirror.delivery.Tags;
import oakmirror.desk.look.Ui;
import oakmirror.media.delivery.CheckSums;
import oakmirror.media.delivery.Form;
import oakmirror.media.delivery.MasterNames;
import oakmirror.media.file.OutputFormat;
import oakmirror.readings.Readings;
import oakmirror.session.Session;
import oakmirror.state.mastering.Sending.Wanted;

/** What will be written: names, sizes and forms, before anything is. */
final class WrittenPreview extends VBox {

    private static final int MOST = 9;

    WrittenPreview() {
        setSpacing(5);
        setId("preview");
    }

    /**
     * Shows it.
     *
     * @param tags what the mix says of itself, as it was read
     * @param mixRate frames a second of the mix
     * @param seconds its length; not above 0 where it is not known
     */
    void show(Session session, List<Wanted> wanted, Tags tags, Optional<Path> folder, int mixRate, double seconds) {
        getChildren().clear();
        if (folder.isEmpty()) {
            getChildren().add(Ui.label("That is no name a folder can have; choose another.", "warning"));
            return;
        }
        if (wanted.isEmpty()) {
            getChildren().add(Ui.label("Nothing is chosen on the left.", "quiet"));
            return;
        }
        Form form = Form.of(session.output());
        int rate = form.format().rateFor(session.output().rate(), mixRate);
        List<String> names = new ArrayList<>();
        wanted.forEach(w -> names.add(MasterNames.of(
                w.settings(), tags, w.version(), mixRate, LocalDateTime.now().toLocalDate())));
        List<Path> files = MasterNames.free(folder.get(), names);
        for (int i = 0; i < Math.min(MOST, files.size()); i++) {
            boolean isMoved = !files.get(i).getFileName().toString().equals(names.get(i));
            Label name = Ui.label(files.get(i).getFileName().toString(), "file-name");
            name.setWrapText(true);
            getChildren().add(name);
            if (isMoved) {
                getChildren().add(Ui.label("“" + names.get(i) + "” is there already and stays", "quiet"));
            }
        }
        if (files.size() > MOST) {
            getChildren().add(Ui.label("and " + (files.size() - MOST) + " more", "quiet"));
        }
        add(form.words(rate));
        if (seconds > 0) {
            long each = form.format().bytes(seconds, rate);
            String about = form.format().bits() > 0 && form.format().ending().equals("wav") ? "" : "about ";
            add(about + size(each) + (files.size() > 1 ? " each, " + size(each * files.size()) + " together" : "")
                    + ", " + Readings.time(seconds));
        }
        add(carries(form.format(), each(session)));
        if (rate != mixRate) {
            add("the mix of " + Readings.rate(mixRate) + " is brought to " + Readings.rate(rate)
                    + " before it is limited");
        }
        if (session.delivery().checkSums()) {
            add("its check-sum is added to " + CheckSums.NAME);
        }
        add("in " + SendForm.shown(folder.get()));
    }

    private static boolean each(Session session) {
        return session.shaping().correction().strength() > 0;
    }

    private void add(String text) {
        Label line = Ui.label(text, "quiet");
        line.setWrapText(true);
        getChildren().add(line);
    }

    private static String carries(OutputFormat format, boolean corrected) {
        String note = corrected && !format.isLossy() ? ", and what it was corrected by" : "";
        return switch (format) {
            case WAV_16, WAV_24, WAV_FLOAT -> "Broadcast Wave with its loudness (bext 2), tags, ReplayGain" + note;
            case FLAC_16, FLAC_24 -> "tags, cover and ReplayGain" + note;
            case MP3 -> "tags, cover and ReplayGain; loses something: for test listening";
            case AAC -> "tags and cover, no ISRC and no gain, for which it has no field; for test listening";
            case OPUS -> "tags, cover and R128 gain; loses something: for test listening";
        };
    }

    private static String size(long bytes) {
        double mega = bytes / 1e6;
        return mega >= 1000
                ? String.format(Locale.ROOT, "%.2f GB", mega / 1000)
                : String.format(Locale.ROOT, mega >= 10 ? "%.0f MB" : "%.1f MB", mega);
    }
}
