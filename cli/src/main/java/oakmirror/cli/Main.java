package oakmirror.cli;

import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import java.util.ResourceBundle;
import java.util.concurrent.CancellationException;
import oakmirror.media.file.AudioFileException;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** Entry of the commands. Errors are one line on the error stream, never a stack trace. */
@Command(name = "oakmirror", mixinStandardHelpOptions = true, versionProvider = Version.class)
public final class Main {

    /** All went well. */
    static final int DONE = 0;
    /** The command line is wrong. */
    static final int USAGE = 2;
    /** An input cannot be read. */
    static final int INPUT = 3;
    /** An output cannot be written. */
    static final int OUTPUT = 4;
    /** What was asked for is written, but it is not as loud as was asked for, or at too high a price. */
    static final int MISSED = 5;

    /** What is said where there is not enough of it. */
    static String memory() {
        return Texts.of("cli.memory");
    }

    private static final Logger LOG = LoggerFactory.getLogger(Main.class);

    private static final List<Class<?>> COMMANDS = List.of(
            MeasureCommand.class,
            CompareCommand.class,
            MatchCommand.class,
            StemsCommand.class,
            FinishCommand.class,
            RenderCommand.class,
            AlbumCommand.class,
            HabitsCommand.class,
            ReportCommand.class,
            ProfileCommand.class);

    /** Runs a command and ends the program with its exit code. */
    public static void main(String[] args) {
        Texts.speakWithPoint(Locale.getDefault(Locale.Category.DISPLAY));
        System.exit(run(line(args), args));
    }

    /**
     * The command line; who runs it may say where its output and its errors go.
     *
     * @param args what is to be run, if that is known: only its own command is taken in then, as all of them together take as long as measuring a short file
     */
    static CommandLine line(String... args) {
        CommandLine line = new CommandLine(new Main());
        List<Class<?>> asked = COMMANDS.stream()
                .filter(c -> args.length > 0 && nameOf(c).equals(args[0]))
                .toList();
        (asked.isEmpty() ? COMMANDS : asked).forEach(c -> line.addSubcommand(nameOf(c), c));
        explain(line, Texts.area("commandline"));
        line.setExecutionStrategy(parsed -> {
            if (isForPrograms(parsed)) {
                Texts.speakWithPoint(Locale.ENGLISH);
            }
            return new CommandLine.RunLast().execute(parsed);
        });
        line.setColorScheme(CommandLine.Help.defaultColorScheme(CommandLine.Help.Ansi.OFF));
        line.setExecutionExceptionHandler((e, command, result) -> failure(e, command));
        line.setParameterExceptionHandler((e, unused) -> {
            CommandLine command = e.getCommandLine();
            command.getErr()
                    .println(Texts.of(
                            "cli.seeHelp",
                            ArgumentFault.sentence(e),
                            command.getCommandSpec().qualifiedName()));
            return USAGE;
        });
        return line;
    }

    private static String nameOf(Class<?> command) {
        return command.getAnnotation(Command.class).name();
    }

    /** Whether JSON is written, whose words no language changes. */
    private static boolean isForPrograms(CommandLine.ParseResult parsed) {
        return parsed.hasSubcommand()
                && (parsed.subcommand().hasMatchedOption("--json")
                        || parsed.subcommand().commandSpec().name().equals("match")
                                && !parsed.subcommand().isUsageHelpRequested());
    }

    /** Takes what commands and options mean from a language's texts. */
    private static void explain(CommandLine line, ResourceBundle texts) {
        line.getCommandSpec().resourceBundle(texts);
        line.getSubcommands().values().forEach(sub -> explain(sub, texts));
    }

    /** Runs a command; returns its exit code. */
    static int run(CommandLine line, String... args) {
        PrintWriter out = line.getOut();
        line.setOut(new PrintWriter(new SafeWriter(out, false)));
        line.setErr(new PrintWriter(new SafeWriter(line.getErr(), true), true));
        if (args.length == 0) {
            line.usage(line.getErr());
            return USAGE;
        }
        try {
            int code = line.execute(args);
            line.getOut().flush();
            return code == DONE && (out.checkError() || System.out.checkError()) ? unsaid(line) : code;
        } catch (OutOfMemoryError e) {
            LOG.debug("failed", e);
            line.getErr().println(memory());
            return 1;
        }
    }

    /** Whether it is for want of memory, wherever that was noticed. */
    static boolean isOfMemory(Throwable e) {
        return e instanceof OutOfMemoryError || e.getCause() != null && isOfMemory(e.getCause());
    }

    private static int unsaid(CommandLine line) {
        line.getErr().println(Texts.of("cli.outputFailed"));
        return OUTPUT;
    }

    private static int failure(Exception e, CommandLine command) {
        LOG.debug("failed", e);
        if (e instanceof CancellationException) {
            command.getErr().println(Texts.of("cli.cancelled"));
            return 1;
        }
        if (isOfMemory(e)) {
            command.getErr().println(memory());
            return 1;
        }
        boolean told = e instanceof AudioFileException || e instanceof OutputException;
        command.getErr().println(told ? e.getMessage() : Texts.of("cli.error", e));
        if (e instanceof OutputException) {
            return OUTPUT;
        }
        return e instanceof AudioFileException ? INPUT : 1;
    }

    Main() {}
}
