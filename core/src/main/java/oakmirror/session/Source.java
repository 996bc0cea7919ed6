package oakmirror.session;

import java.nio.file.Path;
import java.util.List;
import oakmirror.profile.Profile;
import oakmirror.text.Texts;

/** Where a track comes from. */
public sealed interface Source permits Source.File, Source.Kept, Source.Folded, Source.Live {

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
                throw new IllegalArgumentException(Texts.of("invalid.path", path));
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

    /**
     * Figures that were kept of a reference, without its audio. All of them are in the session, so that it stays whole whatever becomes of the library.
     *
     * @param profile the figures, and what is said about them
     */
    record Kept(Profile profile) implements Source {

        @Override
        public String usualName() {
            return profile.name();
        }
    }

    /** What plays outside the program, while it is listened to. */
    record Live() implements Source {

        @Override
        public String usualName() {
            return Texts.of("sessions.liveMix");
        }
    }

    /**
     * Several profiles that stand for one reference, from which corridor and evidence are taken one by one.
     *
     * @param rule which of the library they are
     * @param members the profiles as they were when the library was looked at last
     */
    record Folded(FoldRule rule, List<Profile> members) implements Source {

        /** The most that are folded. */
        public static final int MOST_MEMBERS = 64;

        /** Copies the list and checks it. */
        public Folded {
            members = List.copyOf(members);
            if (members.isEmpty() || members.size() > MOST_MEMBERS) {
                throw new IllegalArgumentException(Texts.of("invalid.members", MOST_MEMBERS));
            }
        }

        @Override
        public String usualName() {
            return rule.label(members.size());
        }

        /** Tells these members from others: letters and digits. */
        public String key() {
            return Integer.toHexString(
                    members.stream().map(Profile::figures).toList().hashCode());
        }
    }
}
