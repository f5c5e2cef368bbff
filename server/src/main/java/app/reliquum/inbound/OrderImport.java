package app.reliquum.inbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Numbers;
import app.reliquum.api.Problem;
import app.reliquum.api.sheets.ImportResult;
import app.reliquum.api.sheets.ImportResult.Fault;
import app.reliquum.api.sheets.RowFile;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.places.Places;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionAspectSupport;

/** Reads orders from a file: all of them, or none and a list of what is wrong. */
@Service
class OrderImport {

  static final List<String> COLUMNS =
      List.of("number", "supplier", "site", "expected", "item", "quantity", "pack", "price", "tax");

  private static final List<String> NEEDED = List.of("supplier", "site", "item", "quantity");
  private static final int MOST_FAULTS = 200;
  private static final int MOST_ROWS = 5_000;

  private final InboundOrders orders;
  private final Places places;

  OrderImport(InboundOrders orders, Places places) {
    this.orders = orders;
    this.places = places;
  }

  /** Reads the file; a trial writes nothing. */
  @Transactional
  ImportResult read(InputStream content, boolean trial, Actor actor) {
    List<RowFile.Entry> rows;
    try {
      rows = RowFile.read(content, COLUMNS, NEEDED, MOST_ROWS);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
    Map<String, List<RowFile.Entry>> byOrder = new LinkedHashMap<>();
    for (RowFile.Entry row : rows) {
      String key =
          row.cell("number").isEmpty()
              ? row.cell("supplier") + "\n" + row.cell("site") + "\n" + row.cell("expected")
              : row.cell("number");
      byOrder.computeIfAbsent(key, k -> new ArrayList<>()).add(row);
    }
    List<Fault> faults = new ArrayList<>();
    List<String> made = new ArrayList<>();
    Map<String, Long> sites = new LinkedHashMap<>();
    places.sites(actor).forEach(site -> sites.put(site.code(), site.id()));
    for (List<RowFile.Entry> order : byOrder.values()) {
      write(order, sites, actor, made, faults);
    }
    boolean written = !trial && faults.isEmpty();
    if (!written) {
      TransactionAspectSupport.currentTransactionStatus().setRollbackOnly();
    }
    return new ImportResult(
        rows.size(), made, written, faults.subList(0, Math.min(MOST_FAULTS, faults.size())));
  }

  private void write(
      List<RowFile.Entry> rows,
      Map<String, Long> sites,
      Actor actor,
      List<String> made,
      List<Fault> faults) {
    RowFile.Entry first = rows.get(0);
    int before = faults.size();
    List<InboundViews.LineEntry> lines = new ArrayList<>();
    for (RowFile.Entry row : rows) {
      try {
        lines.add(
            new InboundViews.LineEntry(
                row.cell("item"),
                Quantity.of(row.cell("quantity")),
                row.cell("pack"),
                price(row),
                row.cell("tax")));
      } catch (QuantityException fault) {
        faults.add(new Fault(row.row(), Problem.said(fault)));
      } catch (Problem problem) {
        faults.add(new Fault(row.row(), Problem.said(problem)));
      }
    }
    Long site = sites.get(first.cell("site").toUpperCase(java.util.Locale.ROOT));
    if (site == null) {
      faults.add(
          new Fault(
              first.row(),
              "There is no site '" + first.cell("site") + "'. Expected one of " + sites.keySet()));
    }
    if (site == null || faults.size() > before) {
      return;
    }
    try {
      InboundViews.Entry entry =
          new InboundViews.Entry(
              null, first.cell("number"), first.cell("supplier"), site, expected(first), "", lines);
      made.add(orders.add(entry, actor).number());
    } catch (Problem problem) {
      Object item = problem.values().get("item");
      int row =
          rows.stream()
              .filter(one -> item != null && one.cell("item").equalsIgnoreCase(item.toString()))
              .findFirst()
              .orElse(first)
              .row();
      faults.add(new Fault(row, Problem.said(problem)));
    }
  }

  private static @Nullable BigDecimal price(RowFile.Entry row) {
    String text = row.cell("price");
    try {
      return text.isEmpty() ? null : Numbers.decimal(text);
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("price", "'{0}' is no price, like 12.50.", text);
    }
  }

  private static @Nullable LocalDate expected(RowFile.Entry row) {
    String text = row.cell("expected");
    try {
      return text.isEmpty() ? null : Numbers.day(text);
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("expected", "'{0}' is no date, like 2026-12-31.", text);
    }
  }
}
