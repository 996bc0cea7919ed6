package oakmirror.state.workspace;

import java.nio.file.Path;
import java.util.List;
import java.util.function.UnaryOperator;
import oakmirror.session.StemSet;
import oakmirror.text.Texts;

/** What can be done about the stems of the mix; each can be undone. */
public final class StemChanges {

    private final Workspace workspace;

    /** Changes those of a workspace. */
    public StemChanges(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Adds files; what is over the limit or there already is left out and said. */
    public void add(List<Path> files) {
        if (files.isEmpty()) {
            return;
        }
        if (workspace.session().mix().isEmpty()) {
            workspace.messageProperty().set(Texts.of("workspace.stemsBelongToA"));
            return;
        }
        workspace.stems().want();
        int before = set().all().size();
        change(files.size() == 1 ? Texts.of("workspace.addAStem") : Texts.of("workspace.addStems"), s -> s.with(files));
        if (set().all().size() - before < files.size()) {
            workspace
                    .messageProperty()
                    .set(
                            set().all().size() == StemSet.MOST
                                    ? Texts.of("workspace.filesWereLeftOut", StemSet.MOST)
                                    : Texts.of("workspace.filesThatAreStems"));
        }
    }

    /** The stems as the session has them. */
    public StemSet set() {
        return workspace.session().stems();
    }

    /** Changes them in a step of its own. */
    public void change(String action, UnaryOperator<StemSet> how) {
        change(action, "", how);
    }

    /** The same within a gesture. */
    public void change(String action, String gesture, UnaryOperator<StemSet> how) {
        workspace.change(action, gesture, s -> s.withStems(how));
    }

    /** Tries a stem at another level; one that is not there any more is passed over. */
    public void tryAt(int stem, double gainDb, String gesture) {
        change(
                Texts.of("workspace.tryAStemAt"),
                gesture,
                s -> stem < s.all().size() ? s.with(stem, s.all().get(stem).withGain(gainDb)) : s);
    }
}
