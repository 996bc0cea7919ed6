package oakmirror.cli;

import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import oakmirror.text.Texts;
import picocli.CommandLine.MissingParameterException;
import picocli.CommandLine.Model.ArgSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.MutuallyExclusiveArgsException;
import picocli.CommandLine.OverwrittenOptionException;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.TypeConversionException;
import picocli.CommandLine.UnmatchedArgumentException;

/** Says what is wrong with a command's arguments, in the language spoken; the parser itself says it in English only. */
final class ArgumentFault {

    private ArgumentFault() {}

    /** One sentence, with its full stop; our own errors keep theirs. */
    static String sentence(ParameterException e) {
        if (e instanceof UnmatchedArgumentException unmatched) {
            return unmatched(unmatched);
        }
        if (e instanceof MissingParameterException missing) {
            return missing.getMissing().isEmpty() ? ownSentence(e) : missing(missing.getMissing());
        }
        if (e instanceof OverwrittenOptionException twice) {
            return Texts.of("cli.givenTwice", name(twice.getOverwritten()));
        }
        if (e instanceof MutuallyExclusiveArgsException) {
            return Texts.of("cli.excludeEachOther", options(e.getMessage()));
        }
        return e.getArgSpec() == null || e.getValue() == null ? ownSentence(e) : unreadable(e);
    }

    private static String unmatched(UnmatchedArgumentException e) {
        String first = e.getUnmatched().get(0);
        if (!e.isUnknownOption()) {
            return Texts.of("cli.oneTooMany", first);
        }
        List<String> alike = e.getSuggestions();
        return alike.isEmpty()
                ? Texts.of("cli.unknownOption", first)
                : Texts.of("cli.unknownOptionLike", first, alike.get(0));
    }

    private static String missing(List<ArgSpec> missing) {
        return Texts.of(
                "cli.argumentsMissing",
                missing.size(),
                missing.stream().map(ArgumentFault::name).collect(Collectors.joining(", ")));
    }

    private static String unreadable(ParameterException e) {
        Class<?> type = e.getArgSpec().auxiliaryTypes()[0];
        if (type.isPrimitive() || Number.class.isAssignableFrom(type)) {
            return Texts.of("cli.valueNoNumber", name(e.getArgSpec()), e.getValue());
        }
        return e.getCause() instanceof TypeConversionException own // of a converter of ours
                ? own.getMessage()
                : Texts.of("cli.valueInvalid", name(e.getArgSpec()), e.getValue());
    }

    /** An option's name, or what a file or value is called in the command's help. */
    private static String name(ArgSpec argument) {
        return argument instanceof OptionSpec option ? option.longestName() : argument.paramLabel();
    }

    /** The names of options in the parser's message, "--a=<x>, --b are mutually exclusive (specify only one)". */
    private static String options(String message) {
        return Pattern.compile("--[a-z-]+")
                .matcher(message)
                .results()
                .map(MatchResult::group)
                .distinct()
                .collect(Collectors.joining(", "));
    }

    private static String ownSentence(ParameterException e) {
        String message = e.getMessage();
        return message.endsWith(".") ? message : message + ".";
    }
}
