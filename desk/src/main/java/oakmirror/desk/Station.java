package oakmirror.desk;

/** The five stations, in the order of the work, and the pages that join them when there is something on them. */
enum Station {
    GATHER("Gather"),
    COMPARE("Compare"),
    SHAPE("Shape"),
    FINISH("Finish"),
    SEND_OUT("Send out"),
    VERSIONS("Versions"),
    RECORD("Record");

    private final String label;

    Station(String label) {
        this.label = label;
    }

    /** Whether it only joins the others when there is something on it. */
    boolean joins() {
        return ordinal() > SEND_OUT.ordinal();
    }

    String label() {
        return label;
    }
}
