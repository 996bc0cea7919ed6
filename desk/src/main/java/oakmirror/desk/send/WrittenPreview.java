package oakmirror.desk.send;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import oakmirror.delivery.Tags;
import oakmirror.desk.look.Ui;
import oakmirror.media.delivery.CheckSums;
import oakmirror.media.delivery.Form;
import oakmirror.media.delivery.MasterNames;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.Session;
import oakmirror.state.mastering.Sending.Wanted;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

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
            getChildren().add(Ui.label(Texts.of("send.thatIsNoName"), "warning"));
            return;
        }
        if (wanted.isEmpty()) {
            getChildren().add(Ui.label(Texts.of("send.nothingIsChosenOn"), "quiet"));
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
                getChildren().add(Ui.label(Texts.of("send.isThereAlreadyAnd", names.get(i)), "quiet"));
            }
        }
        if (files.size() > MOST) {
            getChildren().add(Ui.label(Texts.of("send.andMore", files.size() - MOST), "quiet"));
        }
        add(form.words(rate));
        if (seconds > 0) {
            long each = form.format().bytes(seconds, rate);
            boolean isExact = form.format().bits() > 0 && form.format().ending().equals("wav");
            String size = isExact ? size(each) : Texts.of("send.about", size(each));
            String all = files.size() > 1 ? Texts.of("send.eachTogether", size, size(each * files.size())) : size;
            add(all + ", " + Numbers.time(seconds));
        }
        add(carries(form.format(), each(session)));
        if (rate != mixRate) {
            add(Texts.of("send.theMixOfIs", Numbers.rate(mixRate), Numbers.rate(rate)));
        }
        if (session.delivery().checkSums()) {
            add(Texts.of("send.itsCheckSumIs", CheckSums.NAME));
        }
        add(Texts.of("send.in", SendForm.shown(folder.get())));
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
        String note = corrected && !format.isLossy() ? Texts.of("send.andWhatItWas") : "";
        return switch (format) {
            case WAV_16, WAV_24, WAV_FLOAT -> Texts.of("send.broadcastWaveWithIts", note);
            case FLAC_16, FLAC_24 -> Texts.of("send.tagsCoverAndReplaygain", note);
            case MP3 -> Texts.of("send.tagsCoverAndReplaygain2");
            case AAC -> Texts.of("send.tagsAndCoverNo");
            case OPUS -> Texts.of("send.tagsCoverAndR128");
        };
    }

    private static String size(long bytes) {
        double mega = bytes / 1e6;
        return mega >= 1000 ? Numbers.fixed(mega / 1000, 2) + " GB" : Numbers.fixed(mega, mega >= 10 ? 0 : 1) + " MB";
    }
}
