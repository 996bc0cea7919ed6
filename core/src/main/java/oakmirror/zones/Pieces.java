package oakmirror.zones;

import java.util.ArrayList;
import java.util.List;
import oakmirror.audio.FrameRange;

/** Stretches that are spread evenly over a long one. */
final class Pieces {

    private Pieces() {}

    /** The whole where it is no longer than so much, otherwise as many pieces as make that much. */
    static List<FrameRange> of(FrameRange range, int sampleRate, double mostSeconds, double pieceSeconds) {
        long length = range.end() - range.start();
        if (length <= mostSeconds * sampleRate) {
            return List.of(range);
        }
        int count = (int) (mostSeconds / pieceSeconds);
        long piece = (long) (pieceSeconds * sampleRate);
        List<FrameRange> parts = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            long start = range.start() + (length - piece) * i / (count - 1);
            parts.add(new FrameRange(start, start + piece));
        }
        return parts;
    }
}
