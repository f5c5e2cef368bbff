package app.reliquum.outbound;

import app.reliquum.api.Actor;
import app.reliquum.api.Numbers;
import app.reliquum.api.Problem;
import app.reliquum.api.sheets.ImportResult;
import app.reliquum.api.sheets.ImportResult.Fault;
import app.reliquum.api.sheets.RowFile;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.text.Message;
import app.reliquum.house.House;
import app.reliquum.places.Places;
import app.reliquum.ubl.Price;
import app.reliquum.ubl.Reading;
import com.helger.ubl21.UBL21Marshaller;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LineItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.OrderLineType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyIdentificationType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.PartyType;
import oasis.names.specification.ubl.schema.xsd.order_21.OrderType;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionAspectSupport;

/**
 * Reads orders from a file: a sheet of lines (CSV or XLSX), or an order of UBL 2.1. All of them, or
 * none and a list of what is wrong.
 */
@Service
class OutboundFile {

  private static final List<String> COLUMNS =
      List.of(
          "number",
          "customer",
          "site",
          "needed",
          "reference",
          "item",
          "quantity",
          "pack",
          "price",
          "lot",
          "minimum life",
          "one lot");

  private static final List<String> NEEDED = List.of("customer", "site", "item", "quantity");
  private static final int MOST_FAULTS = 200;
  private static final int MOST_ROWS = 10_000;

  private final Accepting accepting;
  private final OutboundTable table;
  private final Customers customers;
  private final Places places;
  private final Reading reading;
  private final House house;

  OutboundFile(
      Accepting accepting,
      OutboundTable table,
      Customers customers,
      Places places,
      Reading reading,
      House house) {
    this.house = house;
    this.accepting = accepting;
    this.table = table;
    this.customers = customers;
    this.places = places;
    this.reading = reading;
  }

  /** Reads the file; a trial writes nothing. */
  @Transactional
  public ImportResult read(byte[] content, boolean trial, Actor actor) {
    ImportResult result = isXml(content) ? document(content, actor) : sheet(content, actor);
    boolean written = !trial && result.faults().isEmpty();
    if (!written) {
      TransactionAspectSupport.currentTransactionStatus().setRollbackOnly();
    }
    return new ImportResult(
        result.rows(),
        result.orders(),
        written,
        result.faults().subList(0, Math.min(MOST_FAULTS, result.faults().size())));
  }

  private static boolean isXml(byte[] content) {
    for (byte one : content) {
      if (one == '<') {
        return true;
      }
      // A mark of UTF-8 may come first, and white space.
      if (one > ' ') {
        return false;
      }
    }
    return false;
  }

  // Sheets

  private ImportResult sheet(byte[] content, Actor actor) {
    List<RowFile.Entry> rows;
    try {
      rows = RowFile.read(new ByteArrayInputStream(content), COLUMNS, NEEDED, MOST_ROWS);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
    Map<String, List<RowFile.Entry>> byOrder = new LinkedHashMap<>();
    for (RowFile.Entry row : rows) {
      String key =
          row.cell("number").isEmpty()
              ? String.join(
                  "\n",
                  row.cell("customer"),
                  row.cell("site"),
                  row.cell("needed"),
                  row.cell("reference"))
              : row.cell("number");
      byOrder.computeIfAbsent(key, k -> new ArrayList<>()).add(row);
    }
    Map<String, Long> sites = new LinkedHashMap<>();
    places.sites(actor).forEach(site -> sites.put(site.code(), site.id()));
    List<Fault> faults = new ArrayList<>();
    List<String> made = new ArrayList<>();
    byOrder.values().forEach(order -> write(order, sites, actor, made, faults));
    return new ImportResult(rows.size(), made, false, faults);
  }

  private void write(
      List<RowFile.Entry> rows,
      Map<String, Long> sites,
      Actor actor,
      List<String> made,
      List<Fault> faults) {
    RowFile.Entry first = rows.get(0);
    int before = faults.size();
    List<OutboundViews.LineEntry> lines = new ArrayList<>();
    for (RowFile.Entry row : rows) {
      try {
        lines.add(line(row));
      } catch (QuantityException | Problem fault) {
        faults.add(new Fault(row.row(), Problem.said(fault)));
      }
    }
    Long site = sites.get(first.cell("site").toUpperCase(Locale.ROOT));
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
      LocalDate needed =
          told(first, "needed", Numbers::day, "is no date, like 2026-12-31").orElse(null);
      long id =
          accepting.add(
              new OutboundViews.Entry(
                  null,
                  first.cell("number"),
                  first.cell("customer"),
                  site,
                  needed,
                  first.cell("reference"),
                  "",
                  true,
                  lines),
              actor);
      made.add(table.find(id).orElseThrow().number());
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

  private static OutboundViews.LineEntry line(RowFile.Entry row) {
    return new OutboundViews.LineEntry(
        row.cell("item"),
        Quantity.of(row.cell("quantity")),
        row.cell("pack"),
        row.cell("lot"),
        told(row, "price", Numbers::decimal, "is no price, like 12.50").orElse(null),
        told(
                row,
                "minimum life",
                text -> Math.toIntExact(Numbers.whole(text)),
                "is no number of days")
            .orElse(null),
        told(row, "one lot", OutboundFile::yes, "is neither yes nor no").orElse(null));
  }

  private static boolean yes(String text) {
    return switch (text.toLowerCase(Locale.ROOT)) {
      case "yes", "true", "1", "x" -> true;
      case "no", "false", "0" -> false;
      default -> throw new IllegalArgumentException(text);
    };
  }

  private static <T> Optional<T> told(
      RowFile.Entry row, String column, Function<String, T> read, String fault) {
    String text = row.cell(column);
    try {
      return text.isEmpty() ? Optional.empty() : Optional.of(read.apply(text));
    } catch (IllegalArgumentException | ArithmeticException unreadable) {
      throw Problem.invalid(column, "'{0}' {1}.", text, fault);
    }
  }

  // Documents

  private ImportResult document(byte[] xml, Actor actor) {
    OrderType order =
        Reading.parse(
            errors -> UBL21Marshaller.order().setCollectErrors(errors).read(xml),
            Message.of("order"));
    PartyType buyer =
        order.getBuyerCustomerParty() == null ? null : order.getBuyerCustomerParty().getParty();
    Customers.Card customer =
        customer(buyer)
            .orElseThrow(
                () ->
                    Problem.refused(
                        "unknown-customer",
                        "The order is from {0}, which is no customer of this house.",
                        Reading.name(buyer)));
    PartyType seller =
        order.getSellerSupplierParty() == null ? null : order.getSellerSupplierParty().getParty();
    long site = site(seller, actor);
    List<OutboundViews.LineEntry> lines = new ArrayList<>();
    for (OrderLineType one : order.getOrderLine()) {
      lines.add(line(Objects.requireNonNull(one.getLineItem())));
    }
    LocalDate needed =
        order.getDelivery().stream()
            .map(delivery -> delivery.getRequestedDeliveryPeriod())
            .filter(period -> period != null && period.getEndDate() != null)
            .map(period -> period.getEndDateValueLocal())
            .findFirst()
            .orElse(null);
    long id =
        accepting.add(
            new OutboundViews.Entry(
                null,
                null,
                customer.code(),
                site,
                needed,
                brief(order.getIDValue()),
                "",
                true,
                lines),
            actor);
    return new ImportResult(
        lines.size(), List.of(table.find(id).orElseThrow().number()), false, List.of());
  }

  private static String brief(@Nullable String id) {
    return id == null ? "" : id.substring(0, Math.min(60, id.length()));
  }

  private Optional<Customers.Card> customer(@Nullable PartyType party) {
    if (party == null) {
      return Optional.empty();
    }
    for (PartyIdentificationType id : party.getPartyIdentification()) {
      Optional<Customers.Card> found =
          Reading.isGln(id)
              ? customers.withGln(Reading.value(id))
              : customers.withCode(Reading.value(id));
      if (found.isPresent()) {
        return found;
      }
    }
    return party.getEndpointIDValue() == null
        ? Optional.empty()
        : customers.withGln(party.getEndpointIDValue());
  }

  /** The site that the order names; the only one where someone works if it names none. */
  private long site(@Nullable PartyType party, Actor actor) {
    List<Places.SiteCard> sites = places.sites(actor);
    if (party != null) {
      for (PartyIdentificationType id : party.getPartyIdentification()) {
        boolean gln = Reading.isGln(id);
        Optional<Places.SiteCard> found =
            sites.stream()
                .filter(one -> (gln ? one.gln() : one.code()).equals(id.getIDValue()))
                .findFirst();
        if (found.isPresent()) {
          return found.get().id();
        }
      }
    }
    if (sites.size() == 1) {
      return sites.get(0).id();
    }
    throw Problem.refused(
        "unknown-site",
        "The order does not say which of our sites delivers. Expected its GLN, or one of {0}.",
        sites.stream().map(Places.SiteCard::code).toList());
  }

  private OutboundViews.LineEntry line(LineItemType line) {
    Message where = Message.of("Line {0}: ", line.getIDValue());
    Catalog.Measured item = reading.item(Objects.requireNonNull(line.getItem()), where);
    Quantity quantity =
        Reading.quantity(
            item,
            line.getQuantityValue(),
            line.getQuantity() == null ? null : line.getQuantity().getUnitCode(),
            Message.of("ordered quantity"),
            where);
    Price price = Price.read(line.getPrice(), where);
    return new OutboundViews.LineEntry(
        item.code(),
        quantity,
        "",
        null,
        price == null ? null : price.of(item, BigDecimal.ONE, house.card().currency(), where),
        null,
        null);
  }
}
