package app.reliquum;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.jspecify.annotations.NullMarked;
import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModules;
import org.springframework.web.bind.annotation.RestController;

class ModularityTest {

  /** So many arrows there are between modules. There may be fewer, never more. */
  private static final long ARROWS = 179;

  private static final JavaClasses CLASSES =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("app.reliquum");

  // The core stands below all capabilities; it is a library to them, not a neighbour.
  private final ApplicationModules modules =
      ApplicationModules.of(Reliquum.class, resideInAPackage("app.reliquum.core.."));

  /** Without circles, by public types only, and only as each module has declared. */
  @Test
  void capabilitiesKnowOneAnotherByTheirDoorsOnly() {
    modules.verify();
  }

  @Test
  void arrowsBetweenModulesGetFewer() {
    assertThat(
            modules.stream()
                .mapToLong(module -> module.getDirectDependencies(modules).uniqueModules().count())
                .sum())
        .as("a new arrow: could another one go instead? If one has gone, lower the number")
        .isEqualTo(ARROWS);
  }

  /** What is null-marked is checked by the compiler. */
  @Test
  void everyPackageSaysWhatMayBeNull() {
    assertThat(CLASSES)
        .filteredOn(one -> !one.getPackageName().startsWith("app.reliquum.core"))
        .allMatch(one -> one.getPackage().isAnnotatedWith(NullMarked.class));
  }

  @Test
  void onlyStockWritesPositionsAndLedgerLines() {
    noClasses()
        .that()
        .resideOutsideOfPackage("app.reliquum.stock")
        .should()
        .dependOnClassesThat()
        .haveSimpleNameEndingWith("PositionTable")
        .orShould()
        .dependOnClassesThat()
        .haveSimpleNameEndingWith("LedgerTable")
        .check(CLASSES);
    noClasses()
        .that()
        .areAnnotatedWith(RestController.class)
        .should()
        .dependOnClassesThat()
        .haveNameMatching("org\\.springframework\\.jdbc\\..*")
        .check(CLASSES);
  }
}
