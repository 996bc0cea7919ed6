package oakmirror.desk.command;

import java.util.Locale;
import oakmirror.text.Texts;

/** Everything that has a key, or could have one. */
public enum Command {
    PLAY("commands.listening", "commands.playOrStop", "Space"),
    SWAP("commands.listening", "commands.mixReference", "Tab"),
    TRACK_0("commands.listening", "commands.theMix", "0"),
    TRACK_1("commands.listening", "commands.reference1", "1"),
    TRACK_2("commands.listening", "commands.reference2", "2"),
    TRACK_3("commands.listening", "commands.reference3", "3"),
    TRACK_4("commands.listening", "commands.reference4", "4"),
    TRACK_5("commands.listening", "commands.reference5", "5"),
    TRACK_6("commands.listening", "commands.reference6", "6"),
    TRACK_7("commands.listening", "commands.reference7", "7"),
    TRACK_8("commands.listening", "commands.reference8", "8"),
    TRACK_9("commands.listening", "commands.reference9", "9"),
    TRACK_10("commands.listening", "commands.reference10", "Shift+0"),
    TRACK_11("commands.listening", "commands.reference11", "Shift+1"),
    TRACK_12("commands.listening", "commands.reference12", "Shift+2"),
    TRACK_13("commands.listening", "commands.reference13", "Shift+3"),
    TRACK_14("commands.listening", "commands.reference14", "Shift+4"),
    TRACK_15("commands.listening", "commands.reference15", "Shift+5"),
    TRACK_16("commands.listening", "commands.reference16", "Shift+6"),
    GUIDE("commands.listening", "commands.theGuideAndBack", "Q"),
    CORRECTED("commands.listening", "commands.mixCorrectedOrAs", "C"),
    FINISHED("commands.listening", "commands.mixFinishedOrCorrected", "V"),
    REBALANCED("commands.listening", "commands.mixWithItsStems", "Shift+C"),
    LOOP("commands.listening", "commands.loopThePassageOr", "L"),
    START("commands.listening", "commands.backToTheStart", "Home"),
    BACK("commands.listening", "commands.5SecondsBack", "Left"),
    FORWARD("commands.listening", "commands.5SecondsOn", "Right"),
    JUMP("commands.listening", "commands.switchAtTheSame", "B"),
    ALIGN("commands.listening", "commands.referencesAtTheMixs", "Shift+B"),
    ZONE("commands.listening", "commands.hearTheNextZone", "Z"),
    ZONE_BACK("commands.listening", "commands.hearTheZoneBefore", "Shift+Z"),
    ALL_BANDS("commands.listening", "commands.hearAllBandsAgain", "X"),
    MONO("commands.listening", "commands.mono", "M"),
    LEFT("commands.listening", "commands.leftOnly", "Shift+L"),
    RIGHT("commands.listening", "commands.rightOnly", "Shift+R"),
    SIDE("commands.listening", "commands.sideOnly", "S"),
    HITS("commands.listening", "commands.hitsOnly", "Shift+H"),
    TONES("commands.listening", "commands.tonesOnly", "Shift+T"),
    DIM("commands.listening", "commands.dim", "D"),
    HERE_OR_THERE("commands.listening", "commands.hereOrAtThe", "Shift+P"),
    NEXT_THERE("commands.listening", "commands.theNextListening", "Ctrl+P"),
    BLEND("commands.listening", "commands.halfAndHalfMix", "H"),
    RESET_METERS("commands.listening", "commands.startTheMetersOver", "R"),
    PREVIOUS_PASSAGE("commands.passages", "commands.thePassageBefore", ","),
    NEXT_PASSAGE("commands.passages", "commands.theNextPassage", "."),
    EARLIER("commands.passages", "commands.moveThePassageA", "Ctrl+Left"),
    LATER("commands.passages", "commands.moveThePassageA2", "Ctrl+Right"),
    SHORTER("commands.passages", "commands.aBarShorter", "Ctrl+Shift+Left"),
    LONGER("commands.passages", "commands.aBarLonger", "Ctrl+Shift+Right"),
    SUGGEST("commands.passages", "commands.suggestTheFullestPassage", "F"),
    MEET("commands.passages", "commands.meetAtThePassage", "E"),
    SLIDE_EARLIER("commands.passages", "commands.slideTheReferenceA", "Alt+Left"),
    SLIDE_LATER("commands.passages", "commands.slideTheReferenceA2", "Alt+Right"),
    TAP("commands.passages", "commands.tapTheTempo", "T"),
    RENAME("commands.tracks", "commands.renameTheTrack", "F2"),
    MOVE_UP("commands.tracks", "commands.moveTheReferenceUp", "Alt+Up"),
    MOVE_DOWN("commands.tracks", "commands.moveTheReferenceDown", "Alt+Down"),
    TRIM_UP("commands.tracks", "commands.trim01Db", "Ctrl+Up"),
    TRIM_DOWN("commands.tracks", "commands.trim01Db2", "Ctrl+Down"),
    ADD("commands.tracks", "commands.addTracks", "Ctrl+T"),
    DRAWER("commands.tracks", "commands.openTheLibrary", "Ctrl+Shift+F"),
    SEARCH("commands.tracks", "commands.searchTheLibrary", "Ctrl+F"),
    MATCH("commands.tracks", "commands.matchLevels", "Ctrl+M"),
    TONE("commands.compare", "commands.toneLarge", "Alt+1"),
    LOUDNESS("commands.compare", "commands.loudnessLarge", "Alt+2"),
    DYNAMICS("commands.compare", "commands.dynamicsLarge", "Alt+3"),
    WIDTH("commands.compare", "commands.widthLarge", "Alt+4"),
    SPECTROGRAM("commands.compare", "commands.spectrogramsLarge", "Alt+5"),
    ELSEWHERE("commands.compare", "commands.elsewhereLarge", "Alt+6"),
    NEXT_FINDING("commands.compare", "commands.showAndPlayThe", "N"),
    NEXT_PLACE("commands.compare", "commands.listenToTheNext", "A"),
    TAKE("commands.compare", "commands.takeTheTrialMove", "Enter"),
    LEAVE("commands.compare", "commands.leaveThePlaceIt", "Delete"),
    PUT_OFF("commands.compare", "commands.putThePlaceOff", "J"),
    END_PLACES("commands.compare", "commands.stopListeningToPlaces", "Esc"),
    HOLD("commands.compare", "commands.holdTheMixsCurve", "K"),
    PEAKS("commands.compare", "commands.nameTheStrongestPeaks", "P"),
    TURN_GAP("commands.compare", "commands.readTheGapThe", "G"),
    COPY_PICTURE("commands.compare", "commands.copyTheLargePicture", "Ctrl+Shift+C"),
    LOW_UP("commands.strokes", "commands.halfADecibelMore", "U"),
    MID_UP("commands.strokes", "commands.halfADecibelMore2", "I"),
    HIGH_UP("commands.strokes", "commands.halfADecibelMore3", "O"),
    LOW_DOWN("commands.strokes", "commands.halfADecibelLess", "Shift+U"),
    MID_DOWN("commands.strokes", "commands.halfADecibelLess2", "Shift+I"),
    HIGH_DOWN("commands.strokes", "commands.halfADecibelLess3", "Shift+O"),
    NO_STROKES("commands.strokes", "commands.noStrokes", "Y"),
    NEXT_MOVE("commands.shape", "commands.nextMove", "Page Down"),
    PREVIOUS_MOVE("commands.shape", "commands.previousMove", "Page Up"),
    BYPASS_MOVE("commands.shape", "commands.bypassMove", "Backspace"),
    STRONGER("commands.shape", "commands.stronger", "Ctrl+Shift+Up"),
    WEAKER("commands.shape", "commands.weaker", "Ctrl+Shift+Down"),
    LOUDER("commands.shape", "commands.louder", "Ctrl+Alt+Up"),
    QUIETER("commands.shape", "commands.quieter", "Ctrl+Alt+Down"),
    BLIND("commands.window", "commands.blindComparison", "Ctrl+B"),
    COMPACT("commands.window", "commands.theListeningBarAlone", "Ctrl+L"),
    GATHER("commands.window", "commands.gather", "Ctrl+1"),
    COMPARE("commands.window", "commands.compare", "Ctrl+2"),
    SHAPE("commands.window", "commands.shape", "Ctrl+3"),
    FINISH("commands.window", "commands.finish", "Ctrl+4"),
    SEND_OUT("commands.window", "commands.sendOut", "Ctrl+5"),
    BOUNCES("commands.window", "commands.bounces", "Ctrl+6"),
    VERSIONS("commands.window", "commands.versions", "Ctrl+7"),
    RECORD("commands.window", "commands.record", "Ctrl+8"),
    LIBRARY("commands.window", "commands.library", "Ctrl+9"),
    HABITS("commands.window", "commands.habits", "Ctrl+0"),
    RENDER("commands.window", "commands.renderTheMaster", "Ctrl+R"),
    NEW("commands.window", "commands.newSession", "Ctrl+N"),
    NEXT_SONG("commands.window", "commands.nextSong", "Ctrl+Shift+N"),
    OPEN("commands.window", "commands.openASession", "Ctrl+O"),
    SAVE("commands.window", "commands.saveTheSession", "Ctrl+S"),
    SAVE_AS("commands.window", "commands.saveTheSessionAs", "Ctrl+Shift+S"),
    UNDO("commands.window", "commands.undo", "Ctrl+Z"),
    REDO("commands.window", "commands.redo", "Ctrl+Y"),
    NEXT_REGION("commands.window", "commands.keysToTheNext", "F6"),
    PREVIOUS_REGION("commands.window", "commands.keysToThePart", "Shift+F6"),
    LARGER("commands.window", "commands.larger", "Ctrl+Plus"),
    SMALLER("commands.window", "commands.smaller", "Ctrl+Minus"),
    FULL_SCREEN("commands.window", "commands.fullScreen", "F11"),
    LOG("commands.window", "commands.showTheLog", ""),
    CONTROLLERS("commands.window", "commands.controllers", "Ctrl+Shift+K"),
    COMMANDS("commands.window", "commands.findACommand", "Ctrl+K"),
    WORDS("commands.window", "commands.whatIsUnderThe", "F1"),
    MANUAL("commands.window", "commands.openTheGuide", "Shift+F1"),
    KEYS("commands.window", "commands.allKeys", "Shift+Slash");

    private final String group;
    private final String label;
    private final String usualKey;

    Command(String group, String label, String usualKey) {
        this.group = group;
        this.label = label;
        this.usualKey = usualKey;
    }

    /** What it is listed under. */
    public String group() {
        return Texts.of(group);
    }

    /** What it does, in a few words. */
    public String label() {
        return Texts.of(label);
    }

    /** Its key unless the user has changed it, as {@link KeyMap} writes keys. */
    public String usualKey() {
        return usualKey;
    }

    /** What it is kept under in the settings. */
    String settingName() {
        return "key." + name().toLowerCase(Locale.ROOT);
    }

    /** The action that hears a track: 0 is the mix. */
    public static Command track(int number) {
        return valueOf("TRACK_" + number);
    }
}
