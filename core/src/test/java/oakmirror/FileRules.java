package oakmirror;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaAccess;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import java.io.FileOutputStream;
import java.io.FileWriter;
import java.nio.file.Files;
import java.nio.file.StandardOpenOption;
import java.util.Set;
import oakmirror.files.AtomicFile;
import oakmirror.files.PlainFile;
import oakmirror.files.StaleFiles;

/** There is one way to read what others may have written, and one to write a file. */
public final class FileRules {

    private static final Set<String> READING =
            Set.of("readAllBytes", "readString", "readAllLines", "lines", "newBufferedReader");

    private static final Set<String> WRITING = Set.of(
            "write", "writeString", "newOutputStream", "newBufferedWriter", "copy", "move", "createFile", "createLink");

    private static final Set<String> FOR_WRITING = Set.of("WRITE", "CREATE", "CREATE_NEW", "APPEND");

    private FileRules() {}

    /** Documents are read through {@link PlainFile}: a pipe would be waited for, and a device never ends. What the system tells of processes is no document. */
    public static void reading(JavaClasses classes) {
        noClasses()
                .that()
                .areNotAssignableTo(PlainFile.class)
                .and()
                .areNotAssignableTo(StaleFiles.class)
                .should()
                .accessTargetWhere(of("reads a file whole", Set.of(Files.class.getName()), READING))
                .allowEmptyShould(true)
                .check(classes);
    }

    /**
     * Files are written through {@link AtomicFile}: whole or not at all, and under a name that nobody else has taken.
     *
     * @param others the simple names of those who write otherwise, or into what {@link AtomicFile} gives them
     */
    public static void writing(JavaClasses classes, String... others) {
        Set<String> free = Set.of(others);
        noClasses()
                .that(DescribedPredicate.describe(
                        "are none of " + free,
                        c -> !c.isEquivalentTo(AtomicFile.class) && !free.contains(outermost(c))))
                .should()
                .accessTargetWhere(of("writes a file", Set.of(Files.class.getName()), WRITING)
                        .or(of("opens for writing", Set.of(StandardOpenOption.class.getName()), FOR_WRITING))
                        .or(of(
                                "opens a stream",
                                Set.of(FileOutputStream.class.getName(), FileWriter.class.getName()),
                                Set.of("<init>"))))
                .allowEmptyShould(true)
                .check(classes);
    }

    private static String outermost(JavaClass c) {
        return c.getEnclosingClass().map(FileRules::outermost).orElse(c.getSimpleName());
    }

    private static DescribedPredicate<JavaAccess<?>> of(String what, Set<String> owners, Set<String> names) {
        return DescribedPredicate.describe(
                what, a -> owners.contains(a.getTargetOwner().getName()) && names.contains(a.getName()));
    }
}
