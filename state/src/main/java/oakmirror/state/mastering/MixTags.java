package oakmirror.state.mastering;

import java.nio.file.Path;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.delivery.Cover;
import oakmirror.delivery.TagEdits.CoverChoice;
import oakmirror.delivery.Tags;
import oakmirror.media.delivery.MasterTags;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.Session;
import oakmirror.session.Source;
import oakmirror.session.Track;
import oakmirror.state.task.Failure;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** What the mix says of itself and the master will, read in the background. Lives on the window's thread. */
public final class MixTags {

    private final Workspace workspace;
    private final ReadOnlyObjectWrapper<Tags> mix = new ReadOnlyObjectWrapper<>(Tags.NONE);
    private final ReadOnlyObjectWrapper<Tags> master = new ReadOnlyObjectWrapper<>(Tags.NONE);
    private final Latest<Read> reader;
    private Optional<Of> of = Optional.empty();
    private Optional<Cover> picture = Optional.empty();

    /** What has to be read. */
    private record Of(Optional<Source> mix, Optional<String> name, CoverChoice cover, Optional<Path> picture) {}

    /** What was read, and why a cover was not. */
    private record Read(Tags mix, Optional<Cover> picture, Optional<AudioFileException> objection) {}

    /** Those of a workspace. */
    public MixTags(Workspace workspace) {
        this.workspace = workspace;
        reader = workspace.programTasks().latest(Kind.DISK, Texts.of("mastering.readingTheTagsOf"));
        workspace.sessionProperty().subscribe(s -> follow(s, false));
        workspace.tracks().revisionProperty().subscribe(r -> follow(workspace.session(), true));
    }

    /** What the mix says. */
    public ReadOnlyObjectProperty<Tags> mixProperty() {
        return mix.getReadOnlyProperty();
    }

    /** What the master will say. */
    public ReadOnlyObjectProperty<Tags> masterProperty() {
        return master.getReadOnlyProperty();
    }

    private void follow(Session session, boolean again) {
        Optional<Of> now = Optional.of(new Of(
                session.mix().map(Track::source),
                session.mix().map(Track::name),
                session.delivery().tags().cover(),
                session.delivery().tags().picture()));
        if (!now.equals(of) || again) {
            of = now;
            reader.submit(
                    progress -> read(session),
                    read -> {
                        mix.set(read.mix());
                        picture = read.picture();
                        show();
                        read.objection().ifPresent(e -> workspace
                                .background()
                                .tell(new Failure(Texts.of("mastering.readingTheCover"), e)));
                    },
                    workspace.background()::tell);
        }
        show();
    }

    private static Read read(Session session) {
        Tags mix = MasterTags.ofMix(session);
        try {
            return new Read(mix, MasterTags.cover(session), Optional.empty());
        } catch (AudioFileException e) {
            return new Read(mix, Optional.empty(), Optional.of(e));
        }
    }

    private void show() {
        master.set(workspace.session().delivery().tags().applied(mix.get(), picture));
    }
}
