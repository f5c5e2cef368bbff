package app.reliquum.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;

@AnalyzeClasses(
    packages = "app.reliquum.core",
    importOptions = ImportOption.DoNotIncludeTests.class)
class CoreIsPlainJavaTest {

  @ArchTest
  static final ArchRule USES_A_FEW_PACKAGES_OF_THE_JDK_ONLY =
      classes()
          .should()
          .onlyDependOnClassesThat()
          .resideInAnyPackage(
              "app.reliquum.core..",
              "java.lang",
              "java.lang.runtime",
              "java.lang.invoke",
              "java.math",
              "java.time",
              "java.time..",
              "java.util",
              "java.util.function",
              "java.util.stream",
              "java.util.regex");

  @ArchTest
  static final ArchRule READS_NO_CLOCK =
      noClasses()
          .should()
          .callMethod(Instant.class, "now")
          .orShould()
          .callMethod(LocalDate.class, "now")
          .orShould()
          .dependOnClassesThat()
          .areAssignableTo(Clock.class);

  @ArchTest
  static final ArchRule ROOMS_DO_NOT_FORM_CIRCLES =
      slices().matching("app.reliquum.core.(*)..").should().beFreeOfCycles();
}
