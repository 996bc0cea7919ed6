package oakmirror.media.device;

/**
 * Where sound comes from.
 *
 * @param id what it is known by
 * @param name what it is called
 */
public record InputDevice(String id, String name) {}
