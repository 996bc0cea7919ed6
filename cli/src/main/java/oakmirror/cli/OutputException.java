package oakmirror.cli;

/** Something could not be written; the message is one sentence for the user. */
final class OutputException extends Exception {

    private static final long serialVersionUID = 1L;

    OutputException(String sentence) {
        super(sentence);
    }

    OutputException(Exception cause) {
        super(cause.getMessage(), cause);
    }
}
