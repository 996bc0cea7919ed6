package oakmirror;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaCall.Predicates;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.properties.HasName;
import com.tngtech.archunit.core.domain.properties.HasOwner;
import java.nio.file.Files;
import oakmirror.files.PlainFile;
import oakmirror.files.StaleFiles;

/** Documents are read through {@link PlainFile}: a pipe would be waited for, and a device never ends. */
public final class OnlyPlainFiles {

    private OnlyPlainFiles() {}

    /** Holds the classes of a module to it; what the system itself tells of processes is read by its name. */
    public static void check(JavaClasses classes) {
        noClasses()
                .that()
                .areNotAssignableTo(PlainFile.class)
                .and()
                .areNotAssignableTo(StaleFiles.class)
                .should()
                .callMethodWhere(Predicates.target(HasOwner.Predicates.With.owner(
                                com.tngtech.archunit.core.domain.JavaClass.Predicates.type(Files.class)))
                        .and(Predicates.target(HasName.Predicates.nameMatching(
                                "readAllBytes|readString|readAllLines|lines|newBufferedReader"))))
                .check(classes);
    }
}
