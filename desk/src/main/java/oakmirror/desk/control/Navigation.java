package oakmirror.desk.control;

/** Ways from one page to others. */
public record Navigation(Runnable toGather, Runnable toShape, Runnable toFinish) {}
