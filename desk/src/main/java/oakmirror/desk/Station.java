package oakmirror.desk;

/** The five stations, in the order of the work. */
enum Station {
    GATHER("Gather"),
    COMPARE("Compare"),
    SHAPE("Shape"),
    FINISH("Finish"),
    SEND_OUT("Send out");

    private final String label;

    Station(String label) {
        this.label = label;
    }

    String label() {
        return label;
    }
}
