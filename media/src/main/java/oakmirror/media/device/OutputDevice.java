package oakmirror.media.device;

/**
 * A device that sound can go to.
 *
 * @param id what it is found again by, also after a restart
 * @param name what to call it on screen
 */
public record OutputDevice(String id, String name) {}
