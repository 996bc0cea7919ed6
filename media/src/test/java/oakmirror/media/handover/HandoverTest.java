package oakmirror.media.handover;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.StandardProtocolFamily;
import java.net.UnixDomainSocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The first is a program of its own here, as in life: locks and sockets belong to programs. */
class HandoverTest {

    /** A program that is first, says so, and prints what it is given. */
    static final class First {
        public static void main(String[] args) throws InterruptedException {
            Optional<Handover> first = Handover.first(Path.of(args[0]));
            first.ifPresent(h -> h.listen(files ->
                    System.out.println(files.size() + " " + files.toString().replace("\n", "\\n"))));
            boolean isFirst = first.isPresent();
            System.out.println(isFirst ? "first" : "not first");
            if (isFirst) {
                Thread.currentThread().join(); // until it is ended
            }
        }
    }

    private final List<Process> programs = new ArrayList<>();
    private Path folder;
    private Path place;

    @BeforeEach
    void aFolderWithAShortName() throws IOException { // a socket's path may have some hundred bytes
        folder = Files.createTempDirectory("oak");
        place = folder.resolve("run").resolve("window-1");
    }

    @AfterEach
    void endAll() throws IOException, InterruptedException {
        for (Process program : programs) {
            program.destroyForcibly().waitFor();
        }
        try (var files = Files.walk(folder)) {
            files.sorted((a, b) -> b.compareTo(a)).forEach(f -> f.toFile().delete());
        }
    }

    private BufferedReader program() throws IOException {
        Process program = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-Xmx64m",
                        "-XX:TieredStopAtLevel=1",
                        "-Dsun.jnu.encoding=UTF-8",
                        "-Dfile.encoding=UTF-8",
                        "-cp",
                        System.getProperty("java.class.path"),
                        First.class.getName(),
                        place.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        programs.add(program);
        return new BufferedReader(new InputStreamReader(program.getInputStream(), StandardCharsets.UTF_8));
    }

    @Test
    void whatTheSecondWasToOpenGoesToTheFirst() throws IOException {
        BufferedReader first = program();
        assertThat(first.readLine()).isEqualTo("first");
        Path relative = Path.of("a song, in two\nlines.wav");

        assertThat(Handover.give(place, List.of(relative, Path.of("/music/x.oakmirror.json"))))
                .isTrue();
        assertThat(first.readLine())
                .isEqualTo(
                        "2 [" + Path.of("").toAbsolutePath() + "/a song, in two\\nlines.wav, /music/x.oakmirror.json]");
        assertThat(Handover.give(place, List.of()))
                .as("only to come to the front")
                .isTrue();
        assertThat(first.readLine()).isEqualTo("0 []");
        assertThat(program().readLine()).isEqualTo("not first");
    }

    @Test
    void whereNobodyIsFirstNothingIsTaken() {
        assertThat(Handover.give(place, List.of(Path.of("x.wav")))).isFalse();
        assertThat(place.getParent()).doesNotExist();
    }

    @Test
    void oneThatWasKilledIsKnownToBeGone() throws IOException, InterruptedException {
        assertThat(program().readLine()).isEqualTo("first");
        programs.get(0).destroyForcibly().waitFor();
        assertThat(Path.of(place + ".socket")).as("what it leaves").exists();

        assertThat(Handover.give(place, List.of(Path.of("x.wav")))).isFalse();
        BufferedReader next = program();
        assertThat(next.readLine()).isEqualTo("first");
        assertThat(Handover.give(place, List.of(Path.of("/x.wav")))).isTrue();
        assertThat(next.readLine()).isEqualTo("1 [/x.wav]");
    }

    @Test
    void whatIsNotInTheFormIsLeft() throws IOException {
        BufferedReader first = program();
        assertThat(first.readLine()).isEqualTo("first");
        for (String text : List.of(
                "GET / HTTP/1.1\r\n\r\n", "oakmirror 1\nnot/absolute\0", "", "oakmirror 1\n/a\0".repeat(2) + "b\0")) {
            try (SocketChannel channel = SocketChannel.open(UnixDomainSocketAddress.of(place + ".socket"))) {
                channel.write(ByteBuffer.wrap(text.getBytes(StandardCharsets.UTF_8)));
                channel.shutdownOutput();
                assertThat(channel.read(ByteBuffer.allocate(1))).as(text).isEqualTo(-1);
            }
        }
        try (SocketChannel open = SocketChannel.open(UnixDomainSocketAddress.of(place + ".socket"))) {
            open.write(ByteBuffer.wrap("oakmi".getBytes(StandardCharsets.UTF_8))); // and never comes to an end
            assertThat(Handover.give(place, List.of(Path.of("/x.wav")))).isTrue();
        }
        assertThat(first.readLine()).isEqualTo("1 [/x.wav]");
    }

    @Test
    void whoeverHangsIsNotWaitedFor() throws IOException {
        assertThat(program().readLine()).isEqualTo("first");
        Files.delete(Path.of(place + ".socket"));
        try (ServerSocketChannel deaf = ServerSocketChannel.open(StandardProtocolFamily.UNIX)) {
            deaf.bind(UnixDomainSocketAddress.of(place + ".socket"));
            assertThat(Handover.give(place, List.of(Path.of("/x.wav")))).isFalse();
        }
    }

    @Test
    void aFolderThatOthersCanWriteToIsNotMetAt() throws IOException {
        Files.createDirectory(place.getParent());
        Files.setPosixFilePermissions(place.getParent(), PosixFilePermissions.fromString("rwxrwxrwx"));

        assertThat(Handover.first(place)).isEmpty();
        assertThat(Path.of(place + ".socket")).doesNotExist();
    }
}
