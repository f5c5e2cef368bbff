package app.reliquum.importing;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.sheets.HouseTable;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The tables of the house, each after those that it names. */
@Component
class HouseTables {

  private static final List<String> ORDER =
      List.of(
          "house",
          "number ranges",
          "taxes",
          "sites",
          "shared costs",
          "printers",
          "print rules",
          "scales",
          "carriers",
          "areas",
          "bins",
          "people",
          "items",
          "costs",
          "packs",
          "homes",
          "suppliers",
          "supplier items",
          "customers",
          "components",
          "reasons",
          "count rules",
          "accounts",
          "put-away rules",
          "removal rules",
          "site groups",
          "policies",
          "opening stock",
          "inbound orders",
          "outbound orders");

  private final List<HouseTable> tables;

  HouseTables(List<HouseTable> tables) {
    this.tables =
        tables.stream()
            .sorted(Comparator.comparingInt(table -> placeOf(table.form().name())))
            .toList();
    checkOrder();
  }

  /** When a table is written, among all of them. */
  int place(String table) {
    return placeOf(table);
  }

  private static int placeOf(String table) {
    int place = ORDER.indexOf(table);
    if (place < 0) {
      throw new IllegalStateException("Nobody has said when " + table + " are written");
    }
    return place;
  }

  private void checkOrder() {
    for (HouseTable table : tables) {
      for (TableColumn column : table.form().columns()) {
        if (!column.refersTo().isEmpty()
            && placeOf(column.refersTo()) > placeOf(table.form().name())) {
          throw new IllegalStateException(
              table.form() + " name " + column.refersTo() + ", which are written later");
        }
      }
    }
  }

  List<HouseTable> all() {
    return tables;
  }

  List<TableForm> forms() {
    return tables.stream().map(HouseTable::form).toList();
  }

  Optional<HouseTable> named(String name) {
    return tables.stream().filter(table -> table.form().name().equals(name)).findFirst();
  }

  /**
   * Those of some names that someone may take out; all of them for none.
   *
   * @throws Problem if there is none of a name, or it is not theirs to take
   */
  List<HouseTable> chosen(List<String> names, Actor actor) {
    if (names.isEmpty()) {
      return tables.stream().filter(table -> actor.may(table.permission())).toList();
    }
    return names.stream()
        .map(
            name ->
                named(name)
                    .orElseThrow(
                        () ->
                            Problem.invalid(
                                "tables", "There is no table {0}. There are {1}", name, forms())))
        .peek(table -> require(table, actor))
        .toList();
  }

  /** Lets only those pass who may bring a table in and take it out. */
  static void require(HouseTable table, Actor actor) {
    if (!actor.may(table.permission())) {
      throw Problem.forbidden("You may not import or export the table {0}.", table.form());
    }
  }
}
