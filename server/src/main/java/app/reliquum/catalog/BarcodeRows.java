package app.reliquum.catalog;

import app.reliquum.api.Problem;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.scan.Gtin;
import app.reliquum.core.table.RowChange;
import app.reliquum.core.table.TableRow;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.stereotype.Component;

/** The barcodes of many items, or of many packs, written at once. */
@Component
class BarcodeRows {

  private static final int PORTION = 1_000;

  private final JdbcOperations jdbc;
  private final Catalog catalog;

  BarcodeRows(JdbcOperations jdbc, Catalog catalog) {
    this.catalog = catalog;
    this.jdbc = jdbc;
  }

  /**
   * The barcodes of a row as they are kept; those that can't be are left for when it is written.
   */
  static String kept(TableRow row) {
    List<String> kept = new ArrayList<>();
    for (String typed : row.list("barcodes")) {
      try {
        kept.add(ItemSetup.barcode(typed));
      } catch (Problem saidLater) {
        kept.add(typed);
      }
    }
    return String.join("; ", kept);
  }

  /** Who has a barcode. */
  private record Owner(String item, String pack) {
    static Owner of(TableRow row) {
      return new Owner(
          row.form().has("item") ? row.text("item") : row.text("code"),
          row.form().has("pack") ? row.text("pack") : "");
    }
  }

  /** Writes the barcodes of rows whose items and packs are there. */
  void write(List<RowChange> changes, TableWriting writing) {
    List<TableRow> told =
        changes.stream()
            .filter(change -> change.columns().contains("barcodes"))
            .map(RowChange::after)
            .toList();
    Map<Owner, Long> items = new HashMap<>();
    Map<Owner, Long> packs = new HashMap<>();
    find(told, items, packs);
    List<Object[]> gone = new ArrayList<>();
    for (TableRow row : told) {
      Owner owner = Owner.of(row);
      if (items.containsKey(owner)) {
        gone.add(new Object[] {items.get(owner), packs.getOrDefault(owner, 0L)});
      }
    }
    jdbc.batchUpdate("delete from barcode where item_id = ? and pack_id = ?", gone);
    Map<String, Set<String>> taken = taken(told);
    List<Object[]> added = new ArrayList<>();
    for (TableRow row : told) {
      Owner owner = Owner.of(row);
      for (String typed : row.list("barcodes")) {
        String code = checked(row, owner, typed, taken, writing);
        if (code != null && items.containsKey(owner)) {
          added.add(
              new Object[] {
                items.get(owner), packs.getOrDefault(owner, 0L), code, Gtin.hasShape(code)
              });
        }
      }
    }
    if (writing.faults().isEmpty()) {
      jdbc.batchUpdate(
          "insert into barcode (item_id, pack_id, code, gtin) values (?, ?, ?, ?)", added);
    }
  }

  private void find(List<TableRow> rows, Map<Owner, Long> items, Map<Owner, Long> packs) {
    Map<String, Catalog.Measured> numbers =
        catalog.coded(rows.stream().map(row -> Owner.of(row).item()).toList());
    Set<Long> ofPacks = new HashSet<>();
    for (TableRow row : rows) {
      Owner owner = Owner.of(row);
      Catalog.Measured item = numbers.get(owner.item());
      if (item != null) {
        items.put(owner, item.id());
        if (!owner.pack().isEmpty()) {
          ofPacks.add(item.id());
        }
      }
    }
    Map<String, Long> found = PackTable.numbers(jdbc, ofPacks);
    items.forEach(
        (owner, item) -> {
          Long pack = found.get(PackTable.named(item, owner.pack()));
          if (pack != null) {
            packs.put(owner, pack);
          }
        });
  }

  /** The items that have one of these barcodes already. */
  private Map<String, Set<String>> taken(List<TableRow> rows) {
    List<String> codes = rows.stream().flatMap(row -> row.list("barcodes").stream()).toList();
    Map<String, Set<String>> taken = new HashMap<>();
    for (int from = 0; from < codes.size(); from += PORTION) {
      List<String> some = codes.subList(from, Math.min(codes.size(), from + PORTION));
      jdbc.query(
          "select b.code, i.code from barcode b join item i on i.id = b.item_id where b.code in ("
              + String.join(",", Collections.nCopies(some.size(), "?"))
              + ")",
          row -> {
            taken.computeIfAbsent(row.getString(1), k -> new HashSet<>()).add(row.getString(2));
          },
          some.toArray());
    }
    return taken;
  }

  /** The barcode as it is kept; null if it can't be, which is told. */
  private static @org.jspecify.annotations.Nullable String checked(
      TableRow row,
      Owner owner,
      String typed,
      Map<String, Set<String>> taken,
      TableWriting writing) {
    String code;
    try {
      code = ItemSetup.barcode(typed);
    } catch (Problem fault) {
      writing.fault(row, "barcodes", Problem.said(fault));
      return null;
    }
    Set<String> owners = taken.computeIfAbsent(code, k -> new HashSet<>());
    if (owners.contains(owner.item())) {
      writing.fault(
          row, "barcodes", "Expected each barcode of an item once; " + typed + " stands twice.");
      return null;
    }
    if (Gtin.hasShape(code) && !owners.isEmpty()) {
      writing.fault(
          row, "barcodes", Problem.said(ItemSetup.taken(typed, owners.iterator().next())));
      return null;
    }
    owners.add(owner.item());
    return code;
  }
}
