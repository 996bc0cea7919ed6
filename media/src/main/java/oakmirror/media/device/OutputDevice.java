package oakmirror.media.device;

import oakmirror.text.Texts;

/**
 * A device that sound can go to.
 *
 * @param id what it is found again by, also after a restart
 * @param name what to call it on screen; of one of ours, the key of a text
 */
public record OutputDevice(String id, String name) {

    /** Its name in the language of the user. */
    @Override
    public String name() {
        return Texts.of(name);
    }
}
