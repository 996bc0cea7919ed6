package oakmirror.cli;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import oakmirror.finish.MasterRender;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;

/** Figures as they are written in JSON and said in a line, and what is wrong with those that are given. */
final class CommandSupport {

    /** Writes JSON for people to read, too. */
    static final ObjectMapper MAPPER = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

    private CommandSupport() {}

    /** Rounded to thousandths; null where it is not defined. */
    static Double rounded(double value) {
        return Double.isFinite(value) ? Math.round(value * 1000) / 1000.0 : null;
    }

    /** What a master reaches. */
    static String sentence(Path file, MasterRender.Rendered master) {
        if (!Double.isFinite(master.integratedLufs())) {
            return Texts.of("cli.noLoudness", file);
        }
        return file + ": " + Numbers.level(master.integratedLufs()) + " LUFS, " + Numbers.level(master.truePeakDbtp())
                + " dBTP";
    }

    /** A command line that is wrong, in a sentence. */
    static ParameterException usage(CommandSpec spec, String message) {
        String sentence = Character.toUpperCase(message.charAt(0)) + message.substring(1) + ".";
        return new ParameterException(spec.commandLine(), sentence);
    }

    /**
     * Reads a session's file.
     *
     * @throws AudioFileException when that cannot be, in one sentence
     */
    static SessionDocument session(Path file) throws AudioFileException {
        try {
            return SessionFile.read(file);
        } catch (NoSuchFileException e) {
            throw new AudioFileException(Texts.of("cli.doesNotExist", file), e);
        } catch (IOException e) {
            throw new AudioFileException(e.getMessage(), e);
        }
    }
}
