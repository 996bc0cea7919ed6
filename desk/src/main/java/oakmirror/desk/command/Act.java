package oakmirror.desk.command;

import java.util.Locale;

/** Everything that has a key, or could have one. */
public enum Act {
    PLAY("Listening", "play or stop", "Space"),
    SWAP("Listening", "mix ⇄ reference", "Tab"),
    TRACK_0("Listening", "the mix", "0"),
    TRACK_1("Listening", "reference 1", "1"),
    TRACK_2("Listening", "reference 2", "2"),
    TRACK_3("Listening", "reference 3", "3"),
    TRACK_4("Listening", "reference 4", "4"),
    TRACK_5("Listening", "reference 5", "5"),
    TRACK_6("Listening", "reference 6", "6"),
    TRACK_7("Listening", "reference 7", "7"),
    TRACK_8("Listening", "reference 8", "8"),
    TRACK_9("Listening", "reference 9", "9"),
    GUIDE("Listening", "the guide, and back", "Q"),
    CORRECTED("Listening", "mix corrected or as is", "C"),
    FINISHED("Listening", "mix finished or corrected", "V"),
    REBALANCED("Listening", "mix with its stems as tried, or as it is", "Shift+C"),
    LOOP("Listening", "loop the passage, or what is in view", "L"),
    START("Listening", "back to the start, or the passage's", "Home"),
    BACK("Listening", "5 seconds back", "Left"),
    FORWARD("Listening", "5 seconds on", "Right"),
    JUMP("Listening", "switch at the same time or the same bar", "B"),
    ALIGN("Listening", "references at the mix's tempo", "Shift+B"),
    ZONE("Listening", "hear the next zone alone", "Z"),
    ZONE_BACK("Listening", "hear the zone before alone", "Shift+Z"),
    ALL_BANDS("Listening", "hear all bands again", "X"),
    MONO("Listening", "mono", "M"),
    LEFT("Listening", "left only", "Shift+L"),
    RIGHT("Listening", "right only", "Shift+R"),
    SIDE("Listening", "side only", "S"),
    DIM("Listening", "dim", "D"),
    BLEND("Listening", "half and half: mix and reference blended", "H"),
    RESET_METERS("Listening", "start the meters over", "R"),
    PREVIOUS_PASSAGE("Passages", "the passage before", ","),
    NEXT_PASSAGE("Passages", "the next passage", "."),
    EARLIER("Passages", "move the passage a bar back", "Ctrl+Left"),
    LATER("Passages", "move the passage a bar on", "Ctrl+Right"),
    SHORTER("Passages", "a bar shorter", "Ctrl+Shift+Left"),
    LONGER("Passages", "a bar longer", "Ctrl+Shift+Right"),
    SUGGEST("Passages", "suggest the fullest passage", "F"),
    MEET("Passages", "meet at the passage", "E"),
    SLIDE_EARLIER("Passages", "slide the reference a beat back", "Alt+Left"),
    SLIDE_LATER("Passages", "slide the reference a beat on", "Alt+Right"),
    TAP("Passages", "tap the tempo", "T"),
    RENAME("Tracks", "rename the track", "F2"),
    MOVE_UP("Tracks", "move the reference up", "Alt+Up"),
    MOVE_DOWN("Tracks", "move the reference down", "Alt+Down"),
    TRIM_UP("Tracks", "trim 0.1 dB up", "Ctrl+Up"),
    TRIM_DOWN("Tracks", "trim 0.1 dB down", "Ctrl+Down"),
    ADD("Tracks", "add tracks", "Ctrl+T"),
    LIBRARY("Tracks", "search the library", "Ctrl+F"),
    TONE("Compare", "tone large", "Alt+1"),
    LOUDNESS("Compare", "loudness large", "Alt+2"),
    DYNAMICS("Compare", "dynamics large", "Alt+3"),
    WIDTH("Compare", "width large", "Alt+4"),
    SPECTROGRAM("Compare", "spectrograms large", "Alt+5"),
    NEXT_FINDING("Compare", "show and play the next finding", "N"),
    NEXT_PLACE("Compare", "listen to the next place", "A"),
    TAKE("Compare", "take the trial move of the place", "Enter"),
    LEAVE("Compare", "leave the place: it is the music", "Delete"),
    PUT_OFF("Compare", "put the place off", "J"),
    END_PLACES("Compare", "stop listening to places", "Esc"),
    HOLD("Compare", "hold the mix's curve", "K"),
    PEAKS("Compare", "name the strongest peaks", "P"),
    TURN_GAP("Compare", "read the gap the other way round", "G"),
    COPY_PICTURE("Compare", "copy the large picture", "Ctrl+Shift+C"),
    LOW_UP("Strokes", "half a decibel more of the lows", "U"),
    MID_UP("Strokes", "half a decibel more of the mids", "I"),
    HIGH_UP("Strokes", "half a decibel more of the highs", "O"),
    LOW_DOWN("Strokes", "half a decibel less of the lows", "Shift+U"),
    MID_DOWN("Strokes", "half a decibel less of the mids", "Shift+I"),
    HIGH_DOWN("Strokes", "half a decibel less of the highs", "Shift+O"),
    NO_STROKES("Strokes", "no strokes", "Y"),
    BLIND("Window", "blind comparison", "Ctrl+B"),
    COMPACT("Window", "the listening bar alone", "Ctrl+L"),
    GATHER("Window", "Gather", "Ctrl+1"),
    COMPARE("Window", "Compare", "Ctrl+2"),
    SHAPE("Window", "Shape", "Ctrl+3"),
    FINISH("Window", "Finish", "Ctrl+4"),
    SEND_OUT("Window", "Send out", "Ctrl+5"),
    VERSIONS("Window", "Versions", "Ctrl+6"),
    RECORD("Window", "Record", "Ctrl+7"),
    RENDER("Window", "render the master", "Ctrl+R"),
    NEW("Window", "new session", "Ctrl+N"),
    OPEN("Window", "open a session", "Ctrl+O"),
    SAVE("Window", "save the session", "Ctrl+S"),
    SAVE_AS("Window", "save the session as", "Ctrl+Shift+S"),
    UNDO("Window", "undo", "Ctrl+Z"),
    REDO("Window", "redo", "Ctrl+Y"),
    NEXT_REGION("Window", "keys to the next part of the window", "F6"),
    PREVIOUS_REGION("Window", "keys to the part before", "Shift+F6"),
    FULL_SCREEN("Window", "full screen", "F11"),
    LOG("Window", "show the log", ""),
    COMMANDS("Window", "find a command", "Ctrl+K"),
    WORDS("Window", "what is under the pointer, in words", "F1"),
    KEYS("Window", "all keys", "Shift+Slash");

    private final String group;
    private final String label;
    private final String usualKey;

    Act(String group, String label, String usualKey) {
        this.group = group;
        this.label = label;
        this.usualKey = usualKey;
    }

    /** What it is listed under. */
    public String group() {
        return group;
    }

    /** What it does, in a few words. */
    public String label() {
        return label;
    }

    /** Its key unless the user has changed it, as {@link KeyMap} writes keys. */
    public String usualKey() {
        return usualKey;
    }

    /** What it is kept under in the settings. */
    String settingName() {
        return "key." + name().toLowerCase(Locale.ROOT);
    }

    /** The action that hears a track; beyond nine there is none. */
    public static Act track(int number) {
        return valueOf("TRACK_" + number);
    }
}
