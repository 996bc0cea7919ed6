package oakmirror.media.report;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.media.TrackImporter;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.TableFiles;
import oakmirror.media.session.MeasuredAlbum;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.SessionDocument;
import oakmirror.text.Texts;

/**
 * A report on a session: its song, and where it holds a record, that and every song of it. File names and dates stand in it, and no folders.
 *
 * @param title what it is called
 * @param date when it was made
 * @param record the record; empty where there is none
 * @param songs the songs, a page each
 */
public record Report(String title, LocalDate date, Optional<RecordFacts> record, List<SongFacts> songs) {

    /** Copies the list. */
    public Report {
        songs = List.copyOf(songs);
    }

    /**
     * Gathers it: every song goes through all that is done to it once.
     *
     * @param parts where the parts of measurements run
     * @param abreast where files are read side by side
     * @throws AudioFileException when there is nothing to report on, or a file cannot be read, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static Report of(
            SessionDocument document,
            TrackImporter importer,
            ExecutorService parts,
            ExecutorService abreast,
            Progress progress)
            throws IOException {
        boolean hasMix = document.session().mix().isPresent();
        boolean hasRecord = !document.session().album().isEmpty();
        if (!hasMix && !hasRecord) {
            throw new AudioFileException(Texts.of("report.theSessionHoldsNo"));
        }
        List<SongFacts> songs = new ArrayList<>();
        double mixShare = hasRecord ? 0.3 : 1;
        if (hasMix) {
            Progress part = progress.part(0, mixShare);
            MeasuredSession measured = MeasuredSession.read(document.session(), importer, part.part(0, 0.4));
            songs.add(SongFacts.of(measured, document.log().versions(), parts, part.part(0.4, 1)));
        }
        Optional<RecordFacts> record = Optional.empty();
        if (hasRecord) {
            Progress rest = progress.part(hasMix ? mixShare : 0, 1);
            MeasuredAlbum album = MeasuredAlbum.read(document.session(), importer, abreast, rest.part(0, 0.3));
            record = Optional.of(RecordFacts.of(album));
            int count = album.songs().size();
            for (int i = 0; i < count; i++) {
                Progress part = rest.part(0.3 + 0.7 * i / count, 0.3 + 0.7 * (i + 1) / count);
                songs.add(
                        SongFacts.of(album.song(i, importer, part.part(0, 0.2)), List.of(), parts, part.part(0.2, 1)));
            }
        }
        return new Report(document.session().title(), LocalDate.now(), record, songs);
    }

    /**
     * Writes it: as HTML where the name ends so, otherwise as PDF.
     *
     * @throws AudioFileException when it cannot be written, in one sentence
     */
    public Path write(Path file) throws AudioFileException {
        String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
        try {
            byte[] content = name.endsWith(".html") || name.endsWith(".htm")
                    ? HtmlReport.of(this).getBytes(java.nio.charset.StandardCharsets.UTF_8)
                    : PdfReport.of(this);
            return TableFiles.write(file, content);
        } catch (AudioFileException e) {
            throw e;
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("report.theReportCouldNot"), e);
        }
    }
}
