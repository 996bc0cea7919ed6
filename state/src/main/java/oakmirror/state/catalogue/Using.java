package oakmirror.state.catalogue;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import oakmirror.media.library.Entry;
import oakmirror.media.library.Library;
import oakmirror.media.library.LibraryException;
import oakmirror.profile.Profile;
import oakmirror.session.FoldRule;
import oakmirror.session.Session;
import oakmirror.session.Source;
import oakmirror.session.Source.Folded;
import oakmirror.session.Track;
import oakmirror.state.catalogue.LibraryModel.Question;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * Profiles in the place of references: each by itself, or several folded into one. What is folded by its folder or by a search follows the library as
 * profiles come and go.
 */
public final class Using {

    private final LibraryModel shelf;
    private final Workspace workspace;

    /** Follows a library for the session that is open. */
    public Using(LibraryModel shelf, Workspace workspace) {
        this.shelf = shelf;
        this.workspace = workspace;
        shelf.onChange(this::follow);
        workspace.openingsProperty().subscribe(o -> follow());
    }

    /** Takes profiles as references; those there is no place for are left out, and that is said. */
    public void asReferences(List<Entry> entries) {
        shelf.profiles(entries, profiles -> {
            int room =
                    Session.MOST_REFERENCES - workspace.session().references().size();
            List<Profile> taken = profiles.subList(0, Math.max(0, Math.min(room, profiles.size())));
            if (!taken.isEmpty()) {
                workspace.change(
                        taken.size() == 1 ? Texts.of("catalogue.useAProfile") : Texts.of("catalogue.useProfiles"),
                        s -> {
                            Session next = s;
                            for (Profile p : taken) {
                                next = next.withReference(Track.of(new Source.Kept(p), p.name()));
                            }
                            return next;
                        });
            }
            if (taken.size() < profiles.size()) {
                shelf.say(Texts.of("catalogue.wereLeftOutA", profiles.size() - taken.size(), Session.MOST_REFERENCES));
            }
        });
    }

    /** Folds what was picked into one reference. */
    public void fold(String name, List<Entry> picked) {
        fold(new FoldRule(FoldRule.Kind.PICKED, name), library -> picked);
    }

    /** Folds all that is in a folder, or that a search finds, into one reference. */
    public void fold(FoldRule rule) {
        fold(rule, library -> members(rule, library));
    }

    private void fold(FoldRule rule, Question<List<Entry>> members) {
        if (workspace.session().references().size() >= Session.MOST_REFERENCES) {
            shelf.say(Texts.of("catalogue.aSessionHoldsReferences", Session.MOST_REFERENCES));
            return;
        }
        shelf.ask(
                Texts.of("catalogue.foldingProfiles"),
                l -> {
                    List<Entry> all = members.ask(l);
                    return new Found(all.size(), profiles(first(all), l));
                },
                found -> {
                    if (found.profiles().isEmpty()) {
                        return;
                    }
                    Folded folded = new Folded(rule, found.profiles());
                    workspace.change(
                            Texts.of("catalogue.foldProfiles"),
                            s -> s.withReference(Track.of(folded, folded.usualName())));
                    int count = found.profiles().size();
                    if (count < found.all()) {
                        shelf.say(Texts.of("catalogue.theFirstOfAre", count, found.all()));
                    }
                });
    }

    /** What is folded, of so many. */
    private record Found(int all, List<Profile> profiles) {}

    private static List<Profile> profiles(List<Entry> entries, Library library) throws LibraryException {
        return library.profiles(entries.stream().map(Entry::id).toList());
    }

    private static List<Entry> first(List<Entry> entries) {
        return entries.subList(0, Math.min(Folded.MOST_MEMBERS, entries.size()));
    }

    /** Brings folded references up to date with the library. */
    private void follow() {
        if (!shelf.library().isPresent()) {
            return;
        }
        for (Track track : workspace.session().references()) {
            if (track.source() instanceof Folded folded && folded.rule().kind() != FoldRule.Kind.PICKED) {
                shelf.ask(
                        Texts.of("catalogue.followingTheLibrary"),
                        l -> asItIsNow(folded, l),
                        now -> now.ifPresent(n -> replace(track, n)));
            }
        }
    }

    /** What is folded by a rule as the library is now, where that is something else than before. */
    private static Optional<Folded> asItIsNow(Folded folded, Library library) throws LibraryException {
        List<Entry> now = first(members(folded.rule(), library));
        Set<String> before = folded.members().stream().map(Profile::id).collect(Collectors.toSet());
        boolean isSame = before.equals(now.stream().map(Entry::id).collect(Collectors.toSet()));
        return isSame || now.isEmpty()
                ? Optional.empty()
                : Optional.of(new Folded(folded.rule(), profiles(now, library)));
    }

    private static List<Entry> members(FoldRule rule, Library library) throws LibraryException {
        Listing listing = rule.kind() == FoldRule.Kind.FOLDER
                ? new Listing("", rule.text(), Order.NEWEST, Optional.empty())
                : new Listing(rule.text(), "", Order.NEWEST, Optional.empty());
        return listing.of(library, library.entries()).shown().stream()
                .map(Shown::entry)
                .toList();
    }

    /** Wherever it stands: undo does not bring back what the library no longer says. */
    private void replace(Track old, Folded next) {
        workspace.amend(s -> s.withReferences(
                s.references().stream().map(t -> replaced(t, old, next)).toList()));
    }

    private static Track replaced(Track track, Track old, Folded next) {
        if (!track.id().equals(old.id()) || !track.source().equals(old.source())) {
            return track;
        }
        boolean isNamed = !track.name().equals(track.source().usualName());
        return isNamed ? track.withSource(next) : track.withSource(next).withName(next.usualName());
    }
}
