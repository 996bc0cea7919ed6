package oakmirror.session;

import java.nio.file.Path;

/** Where a track comes from. */
public sealed interface Source permits Source.File {

    /** What it is called where nobody has named it. */
    String usualName();

    /**
     * An audio file.
     *
     * @param path where it lies
     */
    record File(Path path) implements Source {

        /** Checks that it names a file. */
        public File {
            if (path.getFileName() == null || path.getFileName().toString().isEmpty()) {
                throw new IllegalArgumentException("a track's path names an audio file, not \"" + path + "\"");
            }
        }

        /** Its own name, without the ending. */
        @Override
        public String usualName() {
            String name = path.getFileName().toString();
            int dot = name.lastIndexOf('.');
            return dot > 0 ? name.substring(0, dot) : name;
        }
    }
}
