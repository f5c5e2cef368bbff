package app.reliquum.outbound;

import app.reliquum.api.Problem;
import app.reliquum.catalog.Amounts;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.HashSet;
import java.util.List;
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

  Kits(JdbcClient jdbc, Catalog catalog, Amounts amounts) {
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

  /** Every kit, by name. */
  @Transactional(readOnly = true)
  public List<Card> all() {
    return jdbc
        .sql(
            "select distinct k.kit_id, i.name from kit_component k join item i on i.id = k.kit_id"
                + " order by i.name")
        .query((row, n) -> row.getLong(1))
        .list()
        .stream()
        .map(this::of)
        .toList();
  }

  /** What an item is made of; nothing if it is no kit. */
  @Transactional(readOnly = true)
  public Card of(long kit) {
    Catalog.Measured item =
        catalog.measured(Set.of(kit)).stream()
            .findFirst()
            .orElseThrow(() -> Problem.missing("item", kit));
    return new Card(
        kit,
        item.code(),
        item.name(),
        jdbc.sql(
                "select k.item_id, i.code, i.name, i.unit, k.quantity from kit_component k"
                    + " join item i on i.id = k.item_id where k.kit_id = ? order by i.code")
            .param(kit)
            .query(
                (row, n) ->
                    new Component(
                        row.getLong(1),
                        row.getString(2),
                        row.getString(3),
                        UnitOfMeasure.valueOf(row.getString(4)).symbol(),
                        new Quantity(row.getBigDecimal(5))))
            .list());
  }

  /** Says what an item is made of. */
  @Transactional
  public Card write(long kit, Entry entry) {
    of(kit);
    Set<Long> seen = new HashSet<>();
    jdbc.sql("delete from kit_component where kit_id = ?").param(kit).update();
    for (ComponentEntry one : entry.components()) {
      Amounts.Amount amount = amounts.read(one.item(), one.quantity(), "");
      if (amount.item().id() == kit || !seen.add(amount.item().id())) {
        throw Problem.invalid(
            "components",
            amount.item().id() == kit
                ? "Nothing is made of itself."
                : amount.item().name() + " is named twice.");
      }
      jdbc.sql("insert into kit_component (kit_id, item_id, quantity) values (?, ?, ?)")
          .params(kit, amount.item().id(), amount.quantity().amount())
          .update();
    }
    return of(kit);
  }
}
