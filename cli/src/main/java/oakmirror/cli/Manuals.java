package oakmirror.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import oakmirror.text.Texts;
import picocli.AutoComplete;
import picocli.CommandLine;
import picocli.CommandLine.Help;
import picocli.CommandLine.Help.Ansi;
import picocli.CommandLine.Model.ArgSpec;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;

/**
 * Manual pages (troff, the man macros) and the completion for shells (bash, and zsh by its bashcompinit), made of the same descriptions as {@code --help}.
 */
final class Manuals {

    private static final String PROGRAM = "oakmirror";

    private Manuals() {}

    /** Usage: the project's folder. Writes them where they are kept. */
    public static void main(String[] arguments) throws IOException {
        for (Map.Entry<String, String> e : all().entrySet()) {
            Path file = Path.of(arguments[0]).resolve(e.getKey());
            Files.createDirectories(file.getParent());
            Files.writeString(file, e.getValue(), StandardCharsets.UTF_8);
        }
    }

    /** All of them, by where they are kept. */
    static Map<String, String> all() {
        CommandLine program = Main.line();
        program.addSubcommand(
                "open",
                window(Texts.of("cli.open"))
                        .addOption(OptionSpec.builder("--apart")
                                .description(Texts.of("cli.openApart"))
                                .build())
                        .addPositional(PositionalParamSpec.builder()
                                .paramLabel("FILE")
                                .arity("0..*")
                                .type(Path[].class)
                                .description(Texts.of("cli.openFiles"))
                                .build()));
        program.addSubcommand("demo", window(Texts.of("cli.demo")));
        Map<String, String> files = new TreeMap<>();
        // without the moment it was made, which would make it another file every day
        String completion = AutoComplete.bash(PROGRAM, program).replaceAll("(?m)^# Date:.*\\R", "");
        files.put("docs/completion/" + PROGRAM + ".bash", completion);
        files.put("docs/man/" + PROGRAM + ".1", page(program.getCommandSpec(), PROGRAM));
        program.getSubcommands()
                .forEach((name, command) -> files.put(
                        "docs/man/" + PROGRAM + "-" + name + ".1",
                        page(command.getCommandSpec(), PROGRAM + "-" + name)));
        return files;
    }

    /** A command that the start script hands to the window. */
    private static CommandSpec window(String description) {
        CommandSpec spec = CommandSpec.create();
        spec.usageMessage().description(description);
        return spec;
    }

    private static String page(CommandSpec spec, String name) {
        StringBuilder out = new StringBuilder();
        out.append(".TH \"").append(name.toUpperCase(java.util.Locale.ROOT)).append("\" 1 \"\" \"Oak Mirror\"\n");
        String[] description = spec.usageMessage().description();
        section(out, "NAME");
        out.append(escaped(name))
                .append(" \\- ")
                .append(escaped(firstSentence(description[0])))
                .append('\n');
        section(out, "SYNOPSIS");
        Help help = new Help(spec, Help.defaultColorScheme(Ansi.OFF));
        out.append(escaped(help.synopsis(0).replaceAll("\\s+", " ").strip())).append('\n');
        section(out, "DESCRIPTION");
        for (String line : description) {
            out.append(escaped(String.format(line))).append("\n.PP\n");
        }
        if (!spec.positionalParameters().isEmpty() || !spec.options().isEmpty()) {
            section(out, "OPTIONS");
            for (PositionalParamSpec p : spec.positionalParameters()) {
                argument(out, p.paramLabel(), p);
            }
            for (OptionSpec o : spec.options()) {
                String label = o.arity().max() == 0 ? "" : " " + o.paramLabel();
                argument(out, String.join(", ", o.names()) + label, o);
            }
        }
        if (!spec.subcommands().isEmpty()) {
            section(out, "COMMANDS");
            spec.subcommands().forEach((sub, command) -> out.append(".TP\n.B ")
                    .append(escaped(sub))
                    .append('\n')
                    .append(escaped(firstSentence(
                            command.getCommandSpec().usageMessage().description()[0])))
                    .append('\n'));
        }
        examples(out, spec.usageMessage().footer());
        return out.toString();
    }

    private static void section(StringBuilder out, String name) {
        out.append(".SH ").append(name).append('\n');
    }

    private static void argument(StringBuilder out, String label, ArgSpec argument) {
        out.append(".TP\n.B ").append(escaped(label)).append('\n');
        // rendered, so that what stands for defaults and candidates is filled in
        out.append(escaped(String.join(" ", argument.renderedDescription()))).append('\n');
    }

    private static void examples(StringBuilder out, String[] footer) {
        boolean isOn = false;
        for (String line : footer) {
            if (line.startsWith("Examples:")) {
                section(out, "EXAMPLES");
                out.append(".nf\n");
                isOn = true;
            } else if (isOn) {
                out.append(escaped(line.strip())).append('\n');
            }
        }
        out.append(isOn ? ".fi\n" : "");
    }

    private static String firstSentence(String text) {
        String first = text.replaceFirst("(?s)[.:](\\s.*|$)", "");
        return String.format(first);
    }

    /** What troff would take for something else. */
    private static String escaped(String text) {
        String plain = text.replace("\\", "\\e").replace("-", "\\-").replace("−", "\\-");
        return plain.startsWith(".") || plain.startsWith("'") ? "\\&" + plain : plain;
    }
}
