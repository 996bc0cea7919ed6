package oakmirror.media;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "oakmirror.media", importOptions = ImportOption.DoNotIncludeTests.class)
class MediaArchitectureTest {

    @ArchTest
    static final ArchRule MEDIA_KNOWS_NO_INTERFACE =
            noClasses().should().dependOnClassesThat().resideInAnyPackage("javafx..", "picocli..");

    @ArchTest
    static final ArchRule PACKAGES_HAVE_NO_CYCLES =
            slices().matching("oakmirror.media.(*)..").should().beFreeOfCycles();
}
