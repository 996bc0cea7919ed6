package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import picocli.CommandLine;

/** Manual pages and completion say what the commands say. */
class ManualsTest {

    private static final Path PROJECT = Path.of("").toAbsolutePath().getParent();

    @Test
    void whatIsKeptIsWhatTheCommandsSayNow() throws IOException {
        for (Map.Entry<String, String> e : Manuals.all().entrySet()) {
            assertThat(Files.readString(PROJECT.resolve(e.getKey())))
                    .as("%s; './oakmirror manuals' makes it anew", e.getKey())
                    .isEqualTo(e.getValue());
        }
    }

    @Test
    void everyCommandAndOptionHasItsPlaceAndAnExample() {
        Map<String, String> all = Manuals.all();
        new CommandLine(new Main()).getSubcommands().forEach((name, command) -> {
            String page = all.get("docs/man/oakmirror-" + name + ".1");
            assertThat(page).as(name).contains(".SH EXAMPLES", "oakmirror " + name.replace("-", "\\-"));
            command.getCommandSpec().options().forEach(o -> assertThat(page)
                    .contains(o.longestName().replace("-", "\\-")));
            assertThat(page).as("nothing is left to be filled in").doesNotContain("${");
        });
        assertThat(all.get("docs/completion/oakmirror.bash")).contains("_picocli_oakmirror_render", "--each-reference");
    }

    /** Bash itself takes the completion, and offers what begins like what was typed. */
    @Test
    void bashCompletesByIt() throws IOException, InterruptedException {
        Path file = PROJECT.resolve("docs/completion/oakmirror.bash");
        String script = "source '" + file
                + "'; COMP_WORDS=(oakmirror re); COMP_CWORD=1; COMP_LINE='oakmirror re'; COMP_POINT=12;"
                + " _complete_oakmirror oakmirror re oakmirror; echo ${COMPREPLY[@]}";
        Process bash = new ProcessBuilder("bash", "-c", script)
                .redirectErrorStream(true)
                .start();
        String out = new String(bash.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(bash.waitFor()).isZero();
        assertThat(out).contains("render", "report");
    }

    @Test
    void theStartScriptKnowsEveryCommand() throws IOException {
        String script = Files.readString(PROJECT.resolve("oakmirror"));
        for (String command : Main.line().getSubcommands().keySet()) {
            assertThat(script).containsPattern("(?m)^  [a-z |]*\\b" + command + "\\b[a-z |]*\\)$");
            assertThat(script).as("its usage").containsPattern("(?m)^  " + command + " .*  ");
        }
    }
}
