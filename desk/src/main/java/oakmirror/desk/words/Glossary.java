package oakmirror.desk.words;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import oakmirror.text.Texts;

/** All words that are explained, read from {@code words.txt}, or from {@code words_de.txt} and its like in another language. */
public final class Glossary {

    private static final String FILE = "/oakmirror/desk/words";
    private static final Map<String, Glossary> SHIPPED = new ConcurrentHashMap<>();

    private final List<Term> terms;
    private final Map<String, Term> byName;
    private final Map<String, Term> byForm;
    private final Map<String, Term> byAll;
    private final Pattern anyForm;

    private Glossary(List<Term> terms) {
        this.terms = List.copyOf(terms);
        byName = terms.stream().collect(Collectors.toMap(Term::id, Function.identity()));
        byForm = forms(Term::forms);
        byAll = forms(Term::alone);
        String all = byForm.keySet().stream()
                .sorted(Comparator.comparingInt(String::length).reversed())
                .map(Pattern::quote)
                .collect(Collectors.joining("|"));
        anyForm = Pattern.compile("(?<![\\p{L}\\d/-])(" + all + ")(?![\\p{L}\\d])", Pattern.CASE_INSENSITIVE);
    }

    private Map<String, Term> forms(Function<Term, List<String>> which) {
        return terms.stream()
                .flatMap(t -> which.apply(t).stream().map(f -> Map.entry(key(f), t)))
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    /** Signs of a capital letter or two, as Q, are themselves; all else is the same in any case. */
    private static String key(String form) {
        return form.length() < 3 ? form : form.toLowerCase(Locale.ROOT);
    }

    /** The one that ships, in the language that is spoken. */
    public static Glossary words() {
        return in(Texts.spoken());
    }

    /** The one that ships in a language; in English where there is none. */
    static Glossary in(Locale language) {
        return SHIPPED.computeIfAbsent(language.getLanguage(), Glossary::read);
    }

    private static Glossary read(String language) {
        InputStream own = Glossary.class.getResourceAsStream(FILE + "_" + language + ".txt");
        try (InputStream in = own != null ? own : Glossary.class.getResourceAsStream(FILE + ".txt");
                BufferedReader lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            return parsed(lines.lines().filter(l -> !l.startsWith("#")).toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Glossary parsed(List<String> lines) {
        List<Term> terms = new ArrayList<>();
        List<String> entry = new ArrayList<>();
        for (String line : lines) {
            if (line.startsWith("= ") && !entry.isEmpty()) {
                terms.add(term(entry));
                entry.clear();
            }
            if (!entry.isEmpty() || line.startsWith("= ")) {
                entry.add(line);
            }
        }
        terms.add(term(entry));
        return new Glossary(terms);
    }

    private static Term term(List<String> lines) {
        List<String> paragraphs = new ArrayList<>();
        for (String line : lines.subList(1, lines.size())) {
            if (!line.isBlank() && !line.matches("(is|also|only|source|see): .*")) {
                paragraphs.add(line.strip());
            }
        }
        String name = lines.get(0).substring(2).strip();
        String id = field(lines, "is: ");
        return new Term(
                id.isEmpty() ? name : id,
                name,
                list(lines, "also: "),
                list(lines, "only: "),
                paragraphs,
                field(lines, "source: "),
                list(lines, "see: "));
    }

    private static String field(List<String> lines, String lead) {
        return lines.stream()
                .filter(l -> l.startsWith(lead))
                .map(l -> l.substring(lead.length()).strip())
                .findFirst()
                .orElse("");
    }

    /** Names may hold commas; forms are parted by them. */
    private static List<String> list(List<String> lines, String lead) {
        String field = field(lines, lead);
        return field.isEmpty() ? List.of() : List.of(field.split(", (?=\\S)"));
    }

    /** All of them, in the order they were written. */
    public List<Term> all() {
        return terms;
    }

    /** One by its name in English. */
    public Optional<Term> named(String id) {
        return Optional.ofNullable(byName.get(id));
    }

    /** Those that a text holds, in the order they come. */
    public List<Term> in(String text) {
        String all = text == null ? "" : text.strip();
        Term whole = byAll.get(all);
        if (whole != null) {
            return List.of(whole);
        }
        Set<Term> found = new LinkedHashSet<>();
        Matcher matcher = anyForm.matcher(all);
        while (matcher.find()) {
            Optional.ofNullable(byForm.get(key(matcher.group(1)))).ifPresent(found::add);
        }
        return List.copyOf(found);
    }

    /** Those whose name, forms or text hold what is looked for, names first. */
    List<Term> find(String wanted) {
        String w = wanted.strip().toLowerCase(Locale.ROOT);
        List<Term> named = terms.stream()
                .filter(t -> t.name().toLowerCase(Locale.ROOT).contains(w)
                        || t.forms().stream()
                                .anyMatch(f -> f.toLowerCase(Locale.ROOT).contains(w)))
                .toList();
        List<Term> found = new ArrayList<>(named);
        terms.stream()
                .filter(t -> !named.contains(t)
                        && t.paragraphs().stream()
                                .anyMatch(p -> p.toLowerCase(Locale.ROOT).contains(w)))
                .forEach(found::add);
        return found;
    }
}
