package oakmirror.desk.model.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.desk.model.session.Workspace;
import oakmirror.media.library.Entry;
import oakmirror.profile.Profile;
import oakmirror.session.FoldRule;
import oakmirror.session.Session;
import oakmirror.session.Source;
import oakmirror.session.Source.Folded;
import oakmirror.session.Track;

/**
 * Profiles in the place of references: each by itself, or several folded into one. What is folded by its folder or by a search follows the library as
 * profiles come and go.
 */
public final class Using {

    private final Shelf shelf;
    private final Workspace workspace;

    /** Follows a library for the session that is open. */
    public Using(Shelf shelf, Workspace workspace) {
        this.shelf = shelf;
        this.workspace = workspace;
        shelf.onChange(this::follow);
        workspace.fileProperty().subscribe(f -> follow());
    }

    /** Takes profiles as references; those there is no place for are left out, and that is said. */
    public void asReferences(List<Entry> entries) {
        shelf.profiles(entries, profiles -> {
            int room =
                    Session.MOST_REFERENCES - workspace.session().references().size();
            List<Profile> taken = profiles.subList(0, Math.max(0, Math.min(room, profiles.size())));
            if (!taken.isEmpty()) {
                workspace.change(taken.size() == 1 ? "use a profile" : "use profiles", s -> {
                    Session next = s;
                    for (Profile p : taken) {
                        next = next.withReference(Track.of(new Source.Kept(p), p.name()));
                    }
                    return next;
                });
            }
            if (taken.size() < profiles.size()) {
                shelf.say((profiles.size() - taken.size()) + " were left out: a session holds "
                        + Session.MOST_REFERENCES + " references.");
            }
        });
    }

    /** Folds entries into one reference. */
    public void fold(FoldRule rule, List<Entry> entries) {
        if (workspace.session().references().size() >= Session.MOST_REFERENCES) {
            shelf.say("A session holds " + Session.MOST_REFERENCES + " references; remove one first.");
            return;
        }
        List<Entry> members = first(entries);
        shelf.profiles(members, profiles -> {
            if (!profiles.isEmpty()) {
                Folded folded = new Folded(rule, profiles);
                workspace.change("fold profiles", s -> s.withReference(Track.of(folded, folded.usualName())));
                if (members.size() < entries.size()) {
                    shelf.say("The first " + members.size() + " of " + entries.size() + " are folded; more are not.");
                }
            }
        });
    }

    private static List<Entry> first(List<Entry> entries) {
        return entries.subList(0, Math.min(Folded.MOST_MEMBERS, entries.size()));
    }

    /** Brings folded references up to date with the library. */
    private void follow() {
        if (!shelf.isOpen()) {
            return;
        }
        for (Track track : workspace.session().references()) {
            if (track.source() instanceof Folded folded) {
                shelf.ask(
                        "Following the library",
                        l -> {
                            List<Entry> now = first(members(folded.rule(), l));
                            List<String> ids = now.stream().map(Entry::id).toList();
                            boolean isSame = folded.rule().kind() == FoldRule.Kind.PICKED
                                    || ids.equals(folded.members().stream()
                                            .map(Profile::id)
                                            .toList());
                            return isSame || now.isEmpty()
                                    ? Optional.<Folded>empty()
                                    : Optional.of(new Folded(
                                            folded.rule(),
                                            l.profiles(
                                                    now.stream().map(Entry::n).toList())));
                        },
                        changed -> changed.ifPresent(next -> replace(track, next)));
            }
        }
    }

    private static List<Entry> members(FoldRule rule, oakmirror.media.library.Library library) throws Exception {
        Listing listing = rule.kind() == FoldRule.Kind.FOLDER
                ? new Listing("", rule.text(), Order.NEWEST, Optional.empty())
                : new Listing(rule.text(), "", Order.NEWEST, Optional.empty());
        return listing.of(library, library.entries()).shown().stream()
                .map(Shown::entry)
                .toList();
    }

    private void replace(Track track, Folded next) {
        List<Track> references = new ArrayList<>(workspace.session().references());
        for (int i = 0; i < references.size(); i++) {
            if (references.get(i).id().equals(track.id())
                    && references.get(i).source().equals(track.source())) {
                boolean isNamed =
                        !references.get(i).name().equals(track.source().usualName());
                Track changed = references.get(i).withSource(next);
                references.set(i, isNamed ? changed : changed.withName(next.usualName()));
                workspace.change("follow the library", s -> s.withReferences(references));
                return;
            }
        }
    }
}
