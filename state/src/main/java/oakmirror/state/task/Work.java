package oakmirror.state.task;

import oakmirror.audio.Progress;

/**
 * Something to be done in the background.
 *
 * @param <T> what comes out
 */
@FunctionalInterface
public interface Work<T> {

    /**
     * Does it.
     *
     * @param progress to be told how far it is; says when it is not wanted any more
     */
    T run(Progress progress) throws Exception;
}
