package app.reliquum.labels;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.ElementString;
import app.reliquum.core.scan.Gtin;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.places.Places;
import app.reliquum.stock.OnHand;
import app.reliquum.stock.UnitLoads;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Makes labels, and keeps what the printer has printed. */
@Service
class Labels {

  private static final int MOST = 5_000;
  private static final int TRAY = 50;
  private static final DateTimeFormatter GS1_DATE = DateTimeFormatter.ofPattern("yyMMdd");

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final Places places;
  private final OnHand onHand;
  private final UnitLoads loads;
  private final Clock clock;
  private final LotsAndSerials lotsAndSerials;

  Labels(
      JdbcClient jdbc,
      Catalog catalog,
      Places places,
      OnHand onHand,
      UnitLoads loads,
      Clock clock,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.places = places;
    this.onHand = onHand;
    this.loads = loads;
    this.clock = clock;
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
      @Min(12) @Max(297) int heightMm) {}

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
          "ids", labels.size() + " labels are too many at once; at most " + MOST + ".");
    }
    LabelSheet.Layout layout =
        entry.paper() == Paper.A4
            ? LabelSheet.Layout.A4
            : LabelSheet.Layout.single(entry.widthMm(), entry.heightMm());
    int startAt = entry.paper() == Paper.A4 ? entry.startAt() : 0;
    String first = labels.get(0).title();
    String title = labels.size() == 1 ? first : first + " and " + (labels.size() - 1) + " more";
    return new Made(title, labels.size(), LabelSheet.pdf(labels, entry.symbol(), layout, startAt));
  }

  private List<Label> labels(Entry entry, Actor actor) {
    return switch (entry.of()) {
      case BIN -> bins(entry, actor);
      case ITEM -> entry.ids().stream().map(this::item).toList();
      case LOT -> entry.ids().stream().map(this::lot).toList();
      case SERIAL -> entry.ids().stream().map(this::serial).toList();
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
  private Label item(long id) {
    Catalog.ItemCard item = catalog.item(id);
    return Label.plain(
        item.name(),
        new OwnLabel(OwnLabel.Kind.ITEM, item.code()).text(),
        item.code() + (item.hazardClass().isEmpty() ? "" : "  class " + item.hazardClass()));
  }

  private Label lot(long id) {
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
        "Lot " + lot.code() + (lot.expiry() == null ? "" : ", good until " + lot.expiry()));
  }

  private Label serial(long id) {
    LotsAndSerials.SerialCard serial =
        lotsAndSerials.serial(id).orElseThrow(() -> Problem.missing("serial number", id));
    Catalog.ItemCard item = catalog.item(serial.itemId());
    return gs1(
        item.name(),
        gtin(item).map(gtin -> "(01)" + gtin).orElse("(240)" + item.code())
            + "(21)"
            + serial.code(),
        "Serial number " + serial.code());
  }

  private static Label gs1(String title, String text, String... lines) {
    try {
      return Label.gs1(title, ElementString.ofBracketed(text), lines);
    } catch (IllegalArgumentException fault) {
      throw Problem.refused("no-symbol", title + ": " + fault.getMessage());
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
    String line = on.isEmpty() ? "" : on.size() + " kinds of goods";
    if (on.size() == 1) {
      Catalog.ItemCard item = catalog.item(on.get(0).key().item());
      line = on.get(0).quantity() + " " + item.symbol() + " " + item.name();
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
    return gs1("Unit load", text.toString(), line);
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

  private static List<Label> actions() {
    return actions(false);
  }

  /**
   * What begins something on the Floor, or says what becomes of what was scanned.
   *
   * @param explained whether each label says what it does too
   */
  private static List<Label> actions(boolean explained) {
    List<Label> labels = new ArrayList<>();
    for (Action action : Action.values()) {
      String text = new OwnLabel(OwnLabel.Kind.ACTION, action.name()).text();
      labels.add(
          explained
              ? Label.plain(title(action), text, meaning(action))
              : Label.plain(title(action), text));
    }
    return labels;
  }

  private static String title(Action action) {
    return switch (action) {
      case MOVE -> "Move goods";
      case RECEIVE -> "Receive goods";
      case PUTAWAY -> "Put away";
      case REFILL -> "Refill pick faces";
      case SEND -> "Send to another site";
      case ARRIVE -> "Receive from another site";
      case COUNT -> "Count";
      case ADJUST -> "Put the book right";
      case CONFIRM -> "Confirm";
      case UNDO -> "Undo the last scan";
      case SAME -> "Same again";
      case TURN -> "Turn round";
      case PICK -> "Pick";
      case PACK -> "Pack";
      case CLEAR -> "Clear";
    };
  }

  private static String meaning(Action action) {
    return switch (action) {
      case MOVE -> "Then scan the bin, the goods, and the other bin.";
      case RECEIVE -> "Then scan the order or delivery note, and the goods.";
      case PUTAWAY -> "Then scan the goods: it names the bin.";
      case REFILL -> "It names what to bring, and from where.";
      case SEND -> "Then scan the transfer, and the goods.";
      case ARRIVE -> "Then scan what has come from the other site.";
      case COUNT -> "Then scan the bin, and what lies in it.";
      case ADJUST -> "Then scan the bin, the goods, and say why.";
      case PICK -> "It leads along the walk.";
      case PACK -> "Then scan the order, and what goes into the box.";
      case CONFIRM -> "Does what the screen says.";
      case UNDO -> "Takes the last scan back.";
      case SAME -> "The next goods between the same two bins.";
      case TURN -> "The same two bins the other way round.";
      case CLEAR -> "Wipes what was scanned and not confirmed.";
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

  // The printer that stands in, and its tray

  /** What was printed. */
  @Schema(name = "PrintedCard")
  record Printed(long id, String title, int labels, String person, Instant at) {}

  /** Prints labels: they lie in the tray. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Printed print(Entry entry, Actor actor) {
    Made made = make(entry, actor);
    LocalDateTime now = Utc.of(clock.instant());
    long id =
        GeneratedId.of(
            jdbc.sql(
                    "insert into printed (person_id, badges, title, labels, at, content) values (?, ?, ?, ?,"
                        + " ?, ?)")
                .param(actor.id())
                .param(entry.of() == Of.PERSON)
                .param(made.title().substring(0, Math.min(120, made.title().length())))
                .param(made.labels())
                .param(now)
                .param(made.pdf()));
    return new Printed(
        id, made.title(), made.labels(), actor.name(), now.toInstant(ZoneOffset.UTC));
  }

  /**
   * Who sees what lies in the tray: their own, and those who work everywhere all of it; badges only
   * who may print them.
   */
  private static final String SEEN =
      " (t.person_id = :person or :everywhere) and (:people or not t.badges)";

  /** What lies in the tray for someone, the newest on top. */
  List<Printed> tray(Actor actor) {
    return jdbc.sql(
            "select t.id, t.title, t.labels, w.name, t.at from printed t join person w"
                + " on w.id = t.person_id where"
                + SEEN
                + " order by t.id desc limit "
                + TRAY)
        .param("person", actor.id())
        .param("everywhere", actor.everywhere())
        .param("people", actor.may(Permission.PEOPLE))
        .query(
            (row, n) ->
                new Printed(
                    row.getLong(1),
                    row.getString(2),
                    row.getInt(3),
                    row.getString(4),
                    row.getTimestamp(5).toLocalDateTime().toInstant(ZoneOffset.UTC)))
        .list();
  }

  /** The paper of something that was printed. */
  byte[] printed(long id, Actor actor) {
    return jdbc.sql("select t.content from printed t where t.id = :id and" + SEEN)
        .param("id", id)
        .param("person", actor.id())
        .param("everywhere", actor.everywhere())
        .param("people", actor.may(Permission.PEOPLE))
        .query((row, n) -> row.getBytes(1))
        .optional()
        .orElseThrow(() -> Problem.missing("print", id));
  }
}
