package oakmirror.media.device;

import oakmirror.text.Texts;

/**
 * Where sound comes from.
 *
 * @param id what it is known by
 * @param name what it is called; of one of ours, the key of a text
 */
public record InputDevice(String id, String name) {

    /** Its name in the language of the user. */
    @Override
    public String name() {
        return Texts.of(name);
    }
}
