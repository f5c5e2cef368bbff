package app.reliquum.outbound;

import static java.util.stream.Collectors.groupingBy;
import static java.util.stream.Collectors.toList;

import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.catalog.Amounts;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What items are made of that the house puts together itself. */
@Service
public class Kits {

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final Amounts amounts;
  private final RowLog rowLog;

  Kits(JdbcClient jdbc, Catalog catalog, Amounts amounts, RowLog rowLog) {
    this.rowLog = rowLog;
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.amounts = amounts;
  }

  /** How much of an item goes into one. */
  @Schema(name = "KitComponent")
  public record Component(
      long itemId, String item, String name, String symbol, Quantity quantity) {}

  /** A kit with what it is made of. */
  @Schema(name = "KitCard")
  public record Card(long kitId, String kit, String name, List<Component> components) {}

  /** A component as entered. */
  @Schema(name = "KitComponentEntry")
  public record ComponentEntry(@NotBlank @Size(max = 24) String item, @NotNull Quantity quantity) {}

  /** What a kit is made of, as entered; empty if it is none. */
  @Schema(name = "KitEntry")
  public record Entry(@NotNull @Size(max = 100) List<@Valid ComponentEntry> components) {}

  private record Row(long kit, String code, String name, Component component) {}

  private static final String ROWS =
      "select k.kit_id, kit.code, kit.name, k.item_id, i.code, i.name, i.unit, k.quantity"
          + " from kit_component k join item kit on kit.id = k.kit_id"
          + " join item i on i.id = k.item_id";

  /** Every kit, by name. */
  @Transactional(readOnly = true)
  public List<Card> all() {
    Map<Long, List<Row>> kits =
        jdbc.sql(ROWS + " order by kit.name, kit.id, i.code").query(Kits::row).list().stream()
            .collect(groupingBy(Row::kit, LinkedHashMap::new, toList()));
    return kits.values().stream()
        .map(rows -> new Card(rows.get(0).kit(), rows.get(0).code(), rows.get(0).name(), of(rows)))
        .toList();
  }

  /** What an item is made of; nothing if it is no kit. */
  @Transactional(readOnly = true)
  public Card of(long kit) {
    Catalog.Measured item =
        catalog.measured(Set.of(kit)).stream()
            .findFirst()
            .orElseThrow(() -> Problem.missing("item", kit));
    List<Row> rows =
        jdbc.sql(ROWS + " where k.kit_id = ? order by i.code").param(kit).query(Kits::row).list();
    return new Card(kit, item.code(), item.name(), of(rows));
  }

  private static List<Component> of(List<Row> rows) {
    return rows.stream().map(Row::component).toList();
  }

  private static Row row(ResultSet row, int n) throws SQLException {
    return new Row(
        row.getLong(1),
        row.getString(2),
        row.getString(3),
        new Component(
            row.getLong(4),
            row.getString(5),
            row.getString(6),
            UnitOfMeasure.valueOf(row.getString(7)).symbol(),
            new Quantity(row.getBigDecimal(8))));
  }

  /** Says how much of one item goes into a kit; its other components stay. */
  void writeOne(String kit, ComponentEntry entry) {
    Amounts.Amount amount = amounts.read(entry.item(), entry.quantity(), "");
    long id =
        catalog
            .withCode(kit)
            .orElseThrow(() -> Problem.invalid("kit", "There is no item {0}.", kit))
            .id();
    if (amount.item().id() == id) {
      throw ofItself();
    }
    jdbc.sql(
            "insert into kit_component (kit_id, item_id, quantity) values (?, ?, ?)"
                + " on duplicate key update quantity = value(quantity)")
        .params(id, amount.item().id(), amount.quantity().amount())
        .update();
  }

  private static Problem ofItself() {
    return Problem.invalid("components", "Nothing is made of itself.");
  }

  /** Says what an item is made of. */
  @Transactional
  public Card write(long kit, Entry entry) {
    rowLog.changing("components", of(kit).kit());
    Set<Long> seen = new HashSet<>();
    jdbc.sql("delete from kit_component where kit_id = ?").param(kit).update();
    for (ComponentEntry one : entry.components()) {
      Amounts.Amount amount = amounts.read(one.item(), one.quantity(), "");
      if (amount.item().id() == kit) {
        throw ofItself();
      }
      if (!seen.add(amount.item().id())) {
        throw Problem.invalid("components", "{0} is named twice.", amount.item().name());
      }
      jdbc.sql("insert into kit_component (kit_id, item_id, quantity) values (?, ?, ?)")
          .params(kit, amount.item().id(), amount.quantity().amount())
          .update();
    }
    return of(kit);
  }
}
