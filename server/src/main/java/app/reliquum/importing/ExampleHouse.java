package app.reliquum.importing;

import app.reliquum.api.sheets.WorkbookFile;
import app.reliquum.api.sheets.WorkbookFile.Content;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * A small house that nobody has, as a workbook: to look at, to try, and to write one's own over.
 */
@Component
class ExampleHouse {

  private static final String STORE = "EXMAIN";
  private static final String SHOP = "EXSHOP";
  private static final List<String> ROPES = List.of("6 mm", "8 mm", "10 mm", "12 mm", "14 mm");
  private static final List<String> SHACKLES =
      List.of("5 mm", "6 mm", "8 mm", "10 mm", "12 mm", "14 mm", "16 mm", "20 mm");
  private static final List<String> SEALANTS = List.of("white", "black", "clear", "grey");
  private static final List<String> LAMPS = List.of("port", "starboard", "stern");

  private final HouseTables tables;

  ExampleHouse(HouseTables tables) {
    this.tables = tables;
  }

  /** Writes it. */
  void write(OutputStream out) {
    Map<String, List<Map<String, String>>> sheets = new LinkedHashMap<>();
    sheets.put("sites", sites());
    sheets.put("areas", areas());
    sheets.put("bins", bins());
    List<Map<String, String>> items = items();
    sheets.put("items", items);
    sheets.put("packs", packs(items));
    sheets.put("homes", homes(items));
    sheets.put("suppliers", suppliers());
    sheets.put("supplier items", sources(items));
    sheets.put("customers", customers());
    sheets.put("opening stock", stock(items));
    try (WorkbookFile book = new WorkbookFile(out)) {
      sheets.forEach((name, rows) -> sheet(book, name, rows));
    }
  }

  /** Only columns that something is said in. */
  private void sheet(WorkbookFile book, String name, List<Map<String, String>> rows) {
    TableForm form = tables.named(name).orElseThrow().form();
    List<TableColumn> used =
        form.columns().stream()
            .filter(column -> rows.stream().anyMatch(row -> row.containsKey(column.name())))
            .toList();
    book.sheet(name, used.stream().map(TableColumn::name).toList());
    for (int i = 0; i < rows.size(); i++) {
      Map<String, String> row = rows.get(i);
      book.row(
          i + 2,
          used.stream()
              .map(
                  column -> {
                    String text = row.getOrDefault(column.name(), "");
                    return text.isEmpty() ? Content.of("") : new Content(text, column.kind(), null);
                  })
              .toList());
    }
  }

  private static List<Map<String, String>> sites() {
    return List.of(
        Map.of(
            "code", STORE,
            "name", "Example Store",
            "time zone", "Europe/London",
            "binned", "yes",
            "town", "Example Harbour"),
        Map.of(
            "code", SHOP,
            "name", "Example Shop",
            "time zone", "Europe/London",
            "binned", "no",
            "town", "Example Harbour"));
  }

  private static List<Map<String, String>> areas() {
    return List.of(
        area("DOCK", "Dock", "receive"),
        area("PICK", "Pick face", "pick"),
        area("PACK", "Packing", "pack"));
  }

  private static Map<String, String> area(String code, String name, String purpose) {
    return Map.of("site", STORE, "area", code, "name", name, "purpose", purpose);
  }

  private static List<Map<String, String>> bins() {
    List<Map<String, String>> bins = new ArrayList<>();
    bins.add(bin("DOCK-1", "DOCK", 10));
    bins.add(bin("PACK-1", "PACK", 20));
    for (int i = 0; i < 38; i++) {
      bins.add(bin(pickBin(i), "PICK", 30 + 10 * i));
    }
    return bins;
  }

  private static Map<String, String> bin(String address, String area, int walk) {
    return Map.of("site", STORE, "bin", address, "area", area, "walk", Integer.toString(walk));
  }

  /** Bins of five levels, one bay after the other. */
  private static String pickBin(int index) {
    return "P-%02d-%c".formatted(index / 5 + 1, (char) ('A' + index % 5));
  }

  private static List<Map<String, String>> items() {
    List<Map<String, String>> items = new ArrayList<>();
    for (int i = 0; i < SHACKLES.size(); i++) {
      items.add(
          item(
              "EX-SHK-" + (i + 1), "Shackle " + SHACKLES.get(i), "Rigging/Shackles", "pc", "none"));
    }
    for (int i = 0; i < ROPES.size(); i++) {
      items.add(item("EX-ROP-" + (i + 1), "Rope " + ROPES.get(i), "Rigging/Rope", "m", "none"));
    }
    for (int i = 0; i < SEALANTS.size(); i++) {
      Map<String, String> sealant =
          new LinkedHashMap<>(
              item("EX-SEA-" + (i + 1), "Sealant, " + SEALANTS.get(i), "Paint", "pc", "lot"));
      sealant.put("shelf life days", "540");
      items.add(sealant);
    }
    for (int i = 0; i < LAMPS.size(); i++) {
      items.add(item("EX-LMP-" + (i + 1), "Lamp, " + LAMPS.get(i), "Electrics", "pc", "serial"));
    }
    return items;
  }

  private static Map<String, String> item(
      String code, String name, String category, String unit, String tracking) {
    Map<String, String> item = new LinkedHashMap<>();
    item.put("code", code);
    item.put("name", name);
    item.put("category", category);
    item.put("unit", unit);
    item.put("tracking", tracking);
    return item;
  }

  private static List<Map<String, String>> packs(List<Map<String, String>> items) {
    return items.stream()
        .filter(item -> code(item).contains("SHK"))
        .map(item -> Map.of("item", code(item), "pack", "box", "factor", "10"))
        .toList();
  }

  private static String code(Map<String, String> item) {
    return item.getOrDefault("code", "");
  }

  private static List<Map<String, String>> homes(List<Map<String, String>> items) {
    List<Map<String, String>> homes = new ArrayList<>();
    for (int i = 0; i < items.size(); i++) {
      homes.add(Map.of("item", code(items.get(i)), "site", STORE, "bin", pickBin(i)));
    }
    return homes;
  }

  private static List<Map<String, String>> suppliers() {
    return List.of(
        Map.of("code", "EX-RIG", "name", "Example Rigging", "lead days", "5"),
        Map.of("code", "EX-PAINT", "name", "Example Paints", "lead days", "10"));
  }

  private static List<Map<String, String>> sources(List<Map<String, String>> items) {
    return items.stream()
        .map(
            item ->
                Map.of(
                    "item",
                    code(item),
                    "supplier",
                    code(item).contains("SEA") ? "EX-PAINT" : "EX-RIG",
                    "price",
                    "2.5",
                    "preferred",
                    "yes"))
        .toList();
  }

  private static List<Map<String, String>> customers() {
    return List.of(Map.of("code", "EX-TERN", "name", "Example Charters", "town", "Outer Holm"));
  }

  private static List<Map<String, String>> stock(List<Map<String, String>> items) {
    List<Map<String, String>> stock = new ArrayList<>();
    for (int i = 0; i < items.size(); i++) {
      Map<String, String> item = items.get(i);
      Map<String, String> row = new LinkedHashMap<>();
      row.put("site", STORE);
      row.put("bin", pickBin(i));
      row.put("item", code(item));
      switch (item.getOrDefault("tracking", "")) {
        case "lot" -> row.put("lot", "EX-L" + (i + 1));
        case "serial" -> row.put("serial", "EX-S" + (i + 1));
        default -> {
          // counted, and nothing more
        }
      }
      row.put("quantity", code(item).contains("LMP") ? "1" : Integer.toString(20 + i));
      row.put("unit cost", "2.5");
      stock.add(row);
    }
    return stock;
  }
}
