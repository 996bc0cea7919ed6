package oakmirror.place;

/**
 * How much of a track gets through at a place.
 *
 * @param rangesLu for each {@link Range} how much louder or softer it is there than here, in LU, all of the track being as loud there as here; what noise and the ear's
 *     threshold cover does not count. Negative where something is lost; NaN where the track has nothing
 * @param sharesLu how loud each is of the whole track, here, in LU
 * @param overtonesDb of its lows, how much lies in their upper part, from 120 Hz on, here
 * @param sideLossLu what is lost of each because it is only wide: the part of the loss that the side has
 * @param coveredShare how much of its time nearly all of it is covered by the noise, from 0 to 1
 */
public record Through(
        double[] rangesLu, double[] sharesLu, double overtonesDb, double[] sideLossLu, double coveredShare) {}
