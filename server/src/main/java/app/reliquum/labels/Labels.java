package app.reliquum.labels;

import app.reliquum.api.Actor;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Words;
import app.reliquum.api.printing.PaperKind;
import app.reliquum.api.printing.PaperSource;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.ElementString;
import app.reliquum.core.scan.Gtin;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.core.text.Message;
import app.reliquum.house.House;
import app.reliquum.places.Places;
import app.reliquum.printing.PrintQueue;
import app.reliquum.stock.OnHand;
import app.reliquum.stock.UnitLoads;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Makes labels, and has them printed. */
@Service
class Labels implements PaperSource {

  private static final int MOST = 5_000;
  private static final int USUAL_WIDTH = 80;
  private static final int USUAL_HEIGHT = 50;
  private static final DateTimeFormatter GS1_DATE = DateTimeFormatter.ofPattern("yyMMdd");

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final Places places;
  private final OnHand onHand;
  private final UnitLoads loads;
  private final PrintQueue queue;
  private final LotsAndSerials lotsAndSerials;

  private final House house;

  Labels(
      JdbcClient jdbc,
      Catalog catalog,
      Places places,
      OnHand onHand,
      UnitLoads loads,
      PrintQueue queue,
      LotsAndSerials lotsAndSerials,
      House house) {
    this.house = house;
    this.lotsAndSerials = lotsAndSerials;
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.places = places;
    this.onHand = onHand;
    this.loads = loads;
    this.queue = queue;
  }

  /** What labels name. */
  enum Of {
    BIN,
    ITEM,
    LOT,
    SERIAL,
    UNIT_LOAD,
    PERSON,
    ACTION,
    ORDER
  }

  /** On which paper. */
  enum Paper {
    /** A sheet of 24 labels. */
    A4,
    /** One label a page, of a chosen size. */
    SINGLE
  }

  /**
   * Labels that are wanted.
   *
   * @param ids the things that they name; for actions none are needed
   * @param area with no ids, every bin of an area
   * @param copies how many of each
   * @param startAt with A4, how many labels of the first sheet are used up
   * @param widthMm with single labels, how wide they are
   * @param printer on which they are printed; null for the one that is usual
   */
  @Schema(name = "LabelEntry")
  record Entry(
      @NotNull Of of,
      @NotNull @Size(max = MOST) List<Long> ids,
      Long area,
      @NotNull Symbols.Kind symbol,
      @NotNull Paper paper,
      @Min(1) @Max(200) int copies,
      @Min(0) @Max(23) int startAt,
      @Min(20) @Max(210) int widthMm,
      @Min(12) @Max(297) int heightMm,
      @Nullable Long printer) {}

  /** Labels on paper. */
  record Made(String title, int labels, byte[] pdf) {}

  /** Makes labels. */
  @Transactional(readOnly = true)
  public Made make(Entry entry, Actor actor) {
    List<Label> labels = new ArrayList<>();
    for (Label label : labels(entry, actor)) {
      labels.addAll(Collections.nCopies(entry.copies(), label));
    }
    if (labels.isEmpty()) {
      throw Problem.invalid("ids", "Choose at least one thing to make a label for.");
    }
    if (labels.size() > MOST) {
      throw Problem.invalid(
          "ids", "{0} labels are too many at once; at most {1}.", labels.size(), MOST);
    }
    LabelSheet.Layout layout =
        entry.paper() == Paper.A4
            ? LabelSheet.Layout.A4
            : LabelSheet.Layout.single(entry.widthMm(), entry.heightMm());
    int startAt = entry.paper() == Paper.A4 ? entry.startAt() : 0;
    return new Made(
        title(labels), labels.size(), LabelSheet.pdf(labels, entry.symbol(), layout, startAt));
  }

  private List<Label> labels(Entry entry, Actor actor) {
    Words words = house.words();
    return switch (entry.of()) {
      case BIN -> bins(entry, actor);
      case ITEM -> entry.ids().stream().map(id -> item(words, id)).toList();
      case LOT -> entry.ids().stream().map(id -> lot(words, id)).toList();
      case SERIAL -> entry.ids().stream().map(id -> serial(words, id)).toList();
      case UNIT_LOAD -> entry.ids().stream().map(id -> load(id, actor)).toList();
      case PERSON -> people(entry.ids(), actor);
      case ACTION -> actions();
      case ORDER -> orders(entry.ids(), actor);
    };
  }

  private List<Label> bins(Entry entry, Actor actor) {
    record Row(long site, String address, String label, String area, String siteName) {}
    boolean byArea = entry.ids().isEmpty() && entry.area() != null;
    return jdbc
        .sql(
            """
            select p.site_id site, p.address, p.label, a.name area, s.name site_name from place p
              join area a on a.id = p.area_id join site s on s.id = p.site_id
            where p.kind = 'BIN' and
            """
                + (byArea ? " p.area_id = :area" : " p.id in (:ids)")
                + " order by p.walk, p.address limit "
                + MOST)
        .param("area", entry.area())
        .param("ids", entry.ids().isEmpty() ? List.of(-1L) : entry.ids())
        .query(Row.class)
        .list()
        .stream()
        .map(
            row -> {
              actor.requireSite(row.site(), row.siteName());
              return Label.plain(
                  row.address(),
                  new OwnLabel(OwnLabel.Kind.BIN, row.label()).text(),
                  row.area() + ", " + row.siteName());
            })
        .toList();
  }

  /** An item's shelf label: it names, and does not count. */
  private Label item(Words words, long id) {
    Catalog.ItemCard item = catalog.item(id);
    return Label.plain(
        item.name(),
        new OwnLabel(OwnLabel.Kind.ITEM, item.code()).text(),
        item.hazardClass().isEmpty()
            ? item.code()
            : words.say("{0}  class {1}", item.code(), item.hazardClass()));
  }

  private Label lot(Words words, long id) {
    LotsAndSerials.LotCard lot =
        lotsAndSerials.lot(id).orElseThrow(() -> Problem.missing("lot", id));
    Catalog.ItemCard item = catalog.item(lot.itemId());
    StringBuilder text = new StringBuilder();
    text.append(gtin(item).map(gtin -> "(01)" + gtin).orElse("(240)" + item.code()));
    if (lot.expiry() != null) {
      text.append("(17)").append(lot.expiry().format(GS1_DATE));
    }
    text.append("(10)").append(lot.code());
    return gs1(
        item.name(),
        text.toString(),
        lot.expiry() == null
            ? words.say("Lot {0}", lot.code())
            : words.say("Lot {0}, good until {1}", lot.code(), lot.expiry()));
  }

  private Label serial(Words words, long id) {
    LotsAndSerials.SerialCard serial =
        lotsAndSerials.serial(id).orElseThrow(() -> Problem.missing("serial number", id));
    Catalog.ItemCard item = catalog.item(serial.itemId());
    return gs1(
        item.name(),
        gtin(item).map(gtin -> "(01)" + gtin).orElse("(240)" + item.code())
            + "(21)"
            + serial.code(),
        words.say("Serial number {0}", serial.code()));
  }

  private static Label gs1(String title, String text, String... lines) {
    try {
      return Label.gs1(title, ElementString.ofBracketed(text), lines);
    } catch (IllegalArgumentException fault) {
      throw Problem.refused("no-symbol", "{0}: {1}", title, Message.of(fault));
    }
  }

  private static Optional<Gtin> gtin(Catalog.ItemCard item) {
    return item.barcodes().stream().filter(Gtin::hasShape).findFirst().map(Gtin::of);
  }

  /** A pallet says what it carries, if that is one thing; a trolley only who it is. */
  private Label load(long id, Actor actor) {
    UnitLoads.Card load = loads.card(id).orElseThrow(() -> Problem.missing("unit load", id));
    if (load.place() != null) {
      Places.LedgerPlace stands = places.forLedger(Set.of(load.place())).get(0);
      actor.requireSite(stands.site(), stands.siteName());
    }
    if (load.trolley()) {
      return Label.plain(
          load.code(), new OwnLabel(OwnLabel.Kind.UNIT_LOAD, load.code()).text(), load.name());
    }
    List<app.reliquum.core.sentence.HeldPosition> on = onHand.on(id);
    StringBuilder text = new StringBuilder("(00)").append(load.code());
    Words words = house.words(language(load));
    String line = on.isEmpty() ? "" : words.say("{0} kinds of goods", on.size());
    if (on.size() == 1) {
      Catalog.ItemCard item = catalog.item(on.get(0).key().item());
      line = words.number(on.get(0).quantity()) + " " + item.symbol() + " " + item.name();
      boolean whole = on.get(0).quantity().decimals() == 0;
      Optional<Gtin> gtin = gtin(item);
      if (gtin.isPresent() && whole) {
        text.append("(02)").append(gtin.get()).append("(37)").append(on.get(0).quantity());
        lotsAndSerials
            .lot(on.get(0).key().lot())
            .ifPresent(
                lot -> {
                  LocalDate expiry = lot.expiry();
                  text.append(expiry == null ? "" : "(17)" + expiry.format(GS1_DATE));
                  text.append("(10)").append(lot.code());
                });
      }
    }
    return gs1(words.say("Unit load"), text.toString(), line);
  }

  /** The language of where a unit load stands; empty if it stands nowhere. */
  private String language(UnitLoads.Card load) {
    return load.place() == null
        ? ""
        : places.named(places.forLedger(Set.of(load.place())).get(0).site()).language();
  }

  /** A badge opens the Floor, with its PIN: so it is for those who say who may do what. */
  private List<Label> people(List<Long> ids, Actor actor) {
    if (!actor.may(Permission.PEOPLE)) {
      throw Problem.forbidden("Badges are printed by administrators.");
    }
    record Row(String code, String name) {}
    return jdbc
        .sql("select code, name from person where id in (:ids) and active order by name")
        .param("ids", ids.isEmpty() ? List.of(-1L) : ids)
        .query(Row.class)
        .list()
        .stream()
        .map(
            row ->
                Label.plain(
                    row.name(), new OwnLabel(OwnLabel.Kind.PERSON, row.code()).text(), row.code()))
        .toList();
  }

  private List<Label> actions() {
    return actions(false);
  }

  /**
   * What begins something on the Floor, or says what becomes of what was scanned.
   *
   * @param explained whether each label says what it does too
   */
  private List<Label> actions(boolean explained) {
    Words words = house.words();
    List<Label> labels = new ArrayList<>();
    for (Action action : Action.values()) {
      String text = new OwnLabel(OwnLabel.Kind.ACTION, action.name()).text();
      labels.add(
          explained
              ? Label.plain(title(words, action), text, meaning(words, action))
              : Label.plain(title(words, action), text));
    }
    return labels;
  }

  private static String title(Words words, Action action) {
    return switch (action) {
      case MOVE -> words.say("Move goods");
      case RECEIVE -> words.say("Receive goods");
      case PUTAWAY -> words.say("Put away");
      case REFILL -> words.say("Refill pick faces");
      case SEND -> words.say("Send transfer");
      case ARRIVE -> words.say("Receive transfer");
      case COUNT -> words.say("Count");
      case ADJUST -> words.say("Adjust stock");
      case CONFIRM -> words.say("Confirm");
      case UNDO -> words.say("Undo the last scan");
      case SAME -> words.say("Repeat");
      case TURN -> words.say("Swap from and to");
      case PICK -> words.say("Pick");
      case PACK -> words.say("Pack");
      case CLEAR -> words.say("Clear");
    };
  }

  private static String meaning(Words words, Action action) {
    return switch (action) {
      case MOVE -> words.say("Then scan the bin, the goods, and the other bin.");
      case RECEIVE -> words.say("Then scan the order or delivery note, and the goods.");
      case PUTAWAY -> words.say("Then scan the goods: it names the bin.");
      case REFILL -> words.say("It names what to bring, and from where.");
      case SEND -> words.say("Then scan the transfer, and the goods.");
      case ARRIVE -> words.say("Then scan the transfer, or anything that it brings.");
      case COUNT -> words.say("Then scan the bin, and what is in it.");
      case ADJUST -> words.say("Then scan the bin, the goods, and say why.");
      case PICK -> words.say("It leads along the pick route.");
      case PACK -> words.say("Then scan the order, and what goes into the box.");
      case CONFIRM -> words.say("Does what the screen says.");
      case UNDO -> words.say("Takes back the last scan.");
      case SAME -> words.say("The next goods between the same two bins.");
      case TURN -> words.say("The same two bins, from and to swapped.");
      case CLEAR -> words.say("Clears what was scanned and not confirmed.");
    };
  }

  /** The labels of all actions on one page, for the wall. */
  byte[] actionSheet() {
    return LabelSheet.pdf(actions(true), Symbols.Kind.QR, LabelSheet.Layout.WALL, 0);
  }

  private List<Label> orders(List<Long> ids, Actor actor) {
    record Row(String number, String supplier, long site, String siteName) {}
    return jdbc
        .sql(
            "select o.number, coalesce(s.name, o.reason) supplier, o.site_id site, h.name site_name"
                + " from inbound_order o join site h on h.id = o.site_id"
                + " left join supplier s on s.id = o.supplier_id where o.id in (:ids)"
                + " order by o.number")
        .param("ids", ids.isEmpty() ? List.of(-1L) : ids)
        .query(Row.class)
        .list()
        .stream()
        .map(
            row -> {
              actor.requireSite(row.site(), row.siteName());
              return Label.plain(
                  row.number(),
                  new OwnLabel(OwnLabel.Kind.DOCUMENT, row.number()).text(),
                  row.supplier());
            })
        .toList();
  }

  /** Has labels printed. */
  @Transactional(propagation = Propagation.MANDATORY)
  public PrintQueue.Job print(Entry entry, Actor actor) {
    Made made = make(entry, actor);
    return queue.print(
        new PrintQueue.Labels(made.title(), made.labels(), entry.of() == Of.PERSON, made.pdf()),
        entry.printer(),
        actor);
  }

  // What prints by itself

  @Override
  public Set<PaperKind> kinds() {
    return Set.of(PaperKind.RECEIVED_LABELS);
  }

  /** What stands on goods that have come, each once: lots, pieces, unit loads; else their items. */
  @Override
  @Transactional(readOnly = true)
  public Optional<PaperSource.Made> paper(PaperKind kind, long posting, long site, Actor actor) {
    Set<Long> loads = new LinkedHashSet<>();
    Set<Long> serials = new LinkedHashSet<>();
    Set<Long> lots = new LinkedHashSet<>();
    Set<Long> items = new LinkedHashSet<>();
    jdbc.sql(
            """
            select l.to_unit_load_id, l.serial_id, l.lot_id, l.item_id from posted_line l
              join posted p on p.id = l.posting_id
              join place t on t.id = l.to_place_id and t.site_id = ?
            where l.posting_id = ? and p.kind = 'RECEIPT' and p.reverses_id is null
            order by l.line_no
            """)
        .params(site, posting)
        .query(
            row -> {
              if (row.getLong(1) > 0) {
                loads.add(row.getLong(1));
              }
              if (row.getLong(2) > 0) {
                serials.add(row.getLong(2));
              } else if (row.getLong(3) > 0) {
                lots.add(row.getLong(3));
              } else {
                items.add(row.getLong(4));
              }
            });
    Words words = house.words(places.named(site).language());
    List<Label> labels = new ArrayList<>();
    loads.forEach(id -> labels.add(load(id, actor)));
    serials.forEach(id -> labels.add(serial(words, id)));
    lots.forEach(id -> labels.add(lot(words, id)));
    items.forEach(id -> labels.add(item(words, id)));
    if (labels.isEmpty()) {
      return Optional.empty();
    }
    byte[] pdf =
        LabelSheet.pdf(
            labels,
            Symbols.Kind.DATAMATRIX,
            LabelSheet.Layout.single(USUAL_WIDTH, USUAL_HEIGHT),
            0);
    return Optional.of(new PaperSource.Made(title(labels), "", pdf));
  }

  private String title(List<Label> labels) {
    String first = labels.get(0).title();
    return labels.size() == 1
        ? first
        : house.words().say("{0} and {1} more", first, labels.size() - 1);
  }
}
