package oakmirror.desk;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.Configurator;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.rolling.FixedWindowRollingPolicy;
import ch.qos.logback.core.rolling.RollingFileAppender;
import ch.qos.logback.core.rolling.SizeBasedTriggeringPolicy;
import ch.qos.logback.core.spi.ContextAwareBase;
import ch.qos.logback.core.util.FileSize;
import oakmirror.media.folders.UserFolders;

/** Where the log goes: to one file, which is kept small. Said in Java, as reading it from XML is a noticeable part of the start. */
public final class LogSetup extends ContextAwareBase implements Configurator {

    private static final String PATTERN = "%d %-5p %c{24} %m%n";
    private static final long MOST_BYTES = 2 << 20;
    private static final int FILES_BEFORE = 2;

    /** Made by the log's library. */
    public LogSetup() {}

    @Override
    public ExecutionStatus configure(LoggerContext loggers) {
        String path = UserFolders.log().toString();
        PatternLayoutEncoder encoder = new PatternLayoutEncoder();
        encoder.setContext(loggers);
        encoder.setPattern(PATTERN);
        encoder.start();
        RollingFileAppender<ILoggingEvent> file = new RollingFileAppender<>();
        file.setFile(path);
        FixedWindowRollingPolicy names = new FixedWindowRollingPolicy();
        names.setContext(loggers);
        names.setParent(file);
        names.setFileNamePattern(path + ".%i");
        names.setMaxIndex(FILES_BEFORE);
        names.start();
        SizeBasedTriggeringPolicy<ILoggingEvent> size = new SizeBasedTriggeringPolicy<>();
        size.setContext(loggers);
        size.setMaxFileSize(new FileSize(MOST_BYTES));
        size.start();
        file.setContext(loggers);
        file.setEncoder(encoder);
        file.setRollingPolicy(names);
        file.setTriggeringPolicy(size);
        file.start();
        Logger root = loggers.getLogger(Logger.ROOT_LOGGER_NAME);
        root.setLevel(Level.INFO);
        root.addAppender(file);
        return ExecutionStatus.DO_NOT_INVOKE_NEXT_IF_ANY;
    }
}
