package app.reliquum;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModules;
import org.springframework.web.bind.annotation.RestController;

class ModularityTest {

  @Test
  void capabilitiesKnowOneAnotherByTheirDoorsOnly() {
    // The core stands below all capabilities; it is a library to them, not a neighbour.
    ApplicationModules.of(Reliquum.class, resideInAPackage("app.reliquum.core..")).verify();
  }

  @Test
  void onlyStockWritesPositionsAndLedgerLines() {
    var classes =
        new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("app.reliquum");
    noClasses()
        .that()
        .resideOutsideOfPackage("app.reliquum.stock")
        .should()
        .dependOnClassesThat()
        .haveSimpleNameEndingWith("PositionTable")
        .orShould()
        .dependOnClassesThat()
        .haveSimpleNameEndingWith("LedgerTable")
        .check(classes);
    noClasses()
        .that()
        .areAnnotatedWith(RestController.class)
        .should()
        .dependOnClassesThat()
        .haveNameMatching("org\\.springframework\\.jdbc\\..*")
        .check(classes);
  }
}
