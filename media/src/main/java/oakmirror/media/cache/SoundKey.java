package oakmirror.media.cache;

import java.nio.ByteBuffer;
import java.security.MessageDigest;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;

/** Stands for how something sounds: a digest of its rate and of all its samples, wherever they come from. */
public final class SoundKey {

    private static final int BLOCK = 16384;

    private SoundKey() {}

    /**
     * The key of a sound, which is read for it.
     *
     * @return letters and digits
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static String of(StereoSource sound, Progress progress) {
        MessageDigest digest = ContentKey.sha256();
        digest.update(ByteBuffer.allocate(4).putInt(sound.sampleRate()).flip());
        float[][] block = new float[2][BLOCK];
        ByteBuffer bytes = ByteBuffer.allocate(2 * Float.BYTES * BLOCK);
        for (long at = 0; at < sound.frames(); at += BLOCK) {
            progress.check((double) at / sound.frames());
            int frames = (int) Math.min(BLOCK, sound.frames() - at);
            sound.read(at, block[0], block[1], 0, frames);
            bytes.clear();
            bytes.asFloatBuffer().put(block[0], 0, frames).put(block[1], 0, frames);
            digest.update(bytes.limit(2 * Float.BYTES * frames));
        }
        return ContentKey.letters(digest);
    }
}
