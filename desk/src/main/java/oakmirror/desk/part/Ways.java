package oakmirror.desk.part;

/** Ways from one page to others. */
public record Ways(Runnable toGather, Runnable toShape, Runnable toFinish) {}
