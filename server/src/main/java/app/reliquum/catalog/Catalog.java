package app.reliquum.catalog;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.SearchText;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.LotRule;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.Gtin;
import app.reliquum.places.Places;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Positive;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The items of the house, with their packs, barcodes, homes, lots and serial numbers. */
@Service
public class Catalog {

  private final ItemStore items;
  private final JdbcClient jdbc;
  private final Places places;
  private final ObjectProvider<ItemUse> use;

  Catalog(ItemStore items, JdbcClient jdbc, Places places, ObjectProvider<ItemUse> use) {
    this.items = items;
    this.jdbc = jdbc;
    this.places = places;
    this.use = use;
  }

  /** An item in a list. */
  public record ItemRow(
      long id,
      String code,
      String name,
      String category,
      UnitOfMeasure unit,
      int decimals,
      Tracking tracking,
      String hazardClass,
      boolean active) {}

  /** A pack of an item, with its barcodes. */
  public record PackCard(
      long id,
      @NotBlank @Size(max = 30) String name,
      @NotNull Quantity factor,
      @PositiveOrZero @Nullable BigDecimal lengthCm,
      @PositiveOrZero @Nullable BigDecimal widthCm,
      @PositiveOrZero @Nullable BigDecimal heightCm,
      @PositiveOrZero @Nullable BigDecimal grossKg,
      @NotNull List<@NotBlank @Size(max = 48) String> barcodes) {}

  /** Where an item belongs at a site. */
  public record Home(
      long site,
      @Nullable Long place,
      @Nullable String address,
      @NotNull @Size(max = 80) String shelfNote) {}

  /** An item whole. */
  public record ItemCard(
      long id,
      int version,
      String code,
      String name,
      String category,
      UnitOfMeasure unit,
      String symbol,
      int decimals,
      Tracking tracking,
      @Nullable Integer shelfLifeDays,
      String hazardClass,
      String storageClass,
      String lotRule,
      boolean active,
      List<String> barcodes,
      List<PackCard> packs,
      List<Home> homes,
      @Nullable Long picture) {}

  /** An item as entered. */
  public record ItemEntry(
      Integer version,
      @NotNull
          @Pattern(
              regexp = "[A-Z0-9][A-Z0-9.-]{0,23}",
              message = "is 1 to 24 capital letters, digits, hyphens and dots")
          String code,
      @NotBlank @Size(max = 120) String name,
      @NotNull @Size(max = 60) String category,
      @NotNull UnitOfMeasure unit,
      @Min(0) @Max(6) int decimals,
      @NotNull Tracking tracking,
      @Positive Integer shelfLifeDays,
      @NotNull @Size(max = 12) String hazardClass,
      @NotNull @Size(max = 20) String storageClass,
      @Size(max = 40) String lotRule,
      boolean active,
      @NotNull List<@NotBlank @Size(max = 48) String> barcodes,
      @NotNull List<@Valid PackCard> packs,
      @NotNull List<@Valid Home> homes) {}

  /** An item as far as rules must know it. */
  public record Measured(
      long id, String code, String name, UnitOfMeasure unit, int decimals, Tracking tracking) {
    public MeasureRule measure() {
      return new MeasureRule(unit, decimals, tracking);
    }
  }

  /** A lot. */
  public record LotCard(
      long id,
      long itemId,
      String code,
      LocalDate expiry,
      LocalDate bestBefore,
      LocalDate produced,
      String supplierLot) {

    /** The days that it carries. */
    public LotDates dates() {
      return new LotDates(expiry, bestBefore, produced);
    }
  }

  /** A serial number. */
  public record SerialCard(long id, long itemId, String code, long lotId, LocalDate serviceDue) {}

  /** A barcode and the item and pack that it names. Pack 0 is the base unit. */
  public record BarcodeHit(long itemId, long packId, Quantity factor, int decimals) {}

  // Items

  /** Items by code, as far as they match the words. */
  @Transactional(readOnly = true)
  public Page<ItemRow> items(String typed, boolean closedToo, int offset, int limit) {
    SearchText words = SearchText.of(typed);
    String from =
        " from item"
            + (words.isEmpty() ? "" : " join (" + matching(words) + ") found using (id)")
            + " where (:closed or active)";
    var count = jdbc.sql("select count(*)" + from).param("closed", closedToo);
    var rows =
        jdbc.sql(
                "select id, code, name, category, unit, decimals, tracking, hazard_class, active"
                    + from
                    + " order by code limit :limit offset :offset")
            .param("closed", closedToo)
            .param("limit", Page.limit(limit))
            .param("offset", offset);
    if (!words.isEmpty()) {
      count = count.param("prefix", words.prefix()).param("indexed", words.indexed());
      rows = rows.param("prefix", words.prefix()).param("indexed", words.indexed());
    }
    return new Page<>(count.query(Long.class).single(), offset, rows.query(ItemRow.class).list());
  }

  /** A query for the ids of items that match words; it takes "prefix" and "indexed". */
  private static String matching(SearchText words) {
    String byCode = "select id from item where code like :prefix";
    return words.indexed().isEmpty()
        ? byCode + " or name like :prefix"
        : byCode
            + " union select id from item"
            + " where match(code, name) against (:indexed in boolean mode)";
  }

  /** The ids of items that match words, at most so many. */
  public List<Long> idsMatching(SearchText words, int atMost) {
    return jdbc.sql("select id from (" + matching(words) + ") found order by id limit " + atMost)
        .param("prefix", words.prefix())
        .param("indexed", words.indexed())
        .query(Long.class)
        .list();
  }

  /** An item whole. */
  @Transactional(readOnly = true)
  public ItemCard item(long id) {
    return card(items.findById(id).orElseThrow(() -> Problem.missing("item", id)));
  }

  @Transactional
  public ItemCard add(ItemEntry entry) {
    if (items.findByCode(entry.code()).isPresent()) {
      throw Problem.conflict("not-unique", "There is an item " + entry.code() + " already.")
          .with("field", "code");
    }
    checkLotRule(entry);
    Item item = new Item(entry.code());
    item.measure(measure(entry));
    item.describe(entry);
    items.saveAndFlush(item);
    writeParts(item, entry);
    return card(item);
  }

  /** Notes from which supplier an item is bought first; 0 for none. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void boughtFrom(long item, long supplier) {
    jdbc.sql("update item set supplier_id = ? where id = ?").params(supplier, item).update();
  }

  /** The same, for someone: homes at other sites than theirs stay. */
  @Transactional
  public ItemCard change(long id, ItemEntry entry, Actor actor) {
    checkHomes(id, entry, actor);
    return change(id, entry);
  }

  /** The same, for someone: homes at other sites than theirs are for others to set. */
  @Transactional
  public ItemCard add(ItemEntry entry, Actor actor) {
    checkHomes(0, entry, actor);
    return add(entry);
  }

  @Transactional
  public ItemCard change(long id, ItemEntry entry) {
    Item item = items.findById(id).orElseThrow(() -> Problem.missing("item", id));
    Problem.unlessCurrent(entry.version(), item.version());
    checkLotRule(entry);
    MeasureRule measure = measure(entry);
    if (!measure.equals(item.measure())) {
      if (inLedger(id)) {
        throw Problem.refused(
            "in-ledger",
            item.code()
                + " has been posted, so its unit, decimals and tracking stay as they are."
                + " Make a new item instead.");
      }
      item.measure(measure);
    }
    item.describe(entry);
    items.saveAndFlush(item);
    writeParts(item, entry);
    return card(item);
  }

  private static void checkLotRule(ItemEntry entry) {
    if (entry.lotRule() != null && !entry.lotRule().isBlank()) {
      try {
        LotRule.of(entry.lotRule().strip());
      } catch (IllegalArgumentException fault) {
        throw Problem.invalid("lotRule", fault.getMessage());
      }
    }
  }

  private boolean inLedger(long item) {
    ItemUse keeper = use.getIfAvailable();
    return keeper != null && keeper.inLedger(item);
  }

  private static MeasureRule measure(ItemEntry entry) {
    try {
      return new MeasureRule(entry.unit(), entry.decimals(), entry.tracking());
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("decimals", fault.getMessage());
    }
  }

  private void writeParts(Item item, ItemEntry entry) {
    long id = item.id();
    Set<String> codes = new HashSet<>();
    jdbc.sql("delete from barcode where item_id = ?").param(id).update();
    entry.barcodes().forEach(code -> writeBarcode(id, 0, code, codes));
    Set<String> names = new HashSet<>();
    for (PackCard pack : entry.packs()) {
      Pack checked = new Pack(pack.name().strip(), pack.factor());
      if (pack.factor().decimals() > entry.decimals()) {
        throw Problem.invalid(
            "packs", "A " + checked.name() + " of " + pack.factor() + " is finer than the item.");
      }
      if (!names.add(checked.name().toLowerCase(Locale.ROOT))) {
        throw Problem.invalid("packs", "Two packs are called " + checked.name() + ".");
      }
      jdbc.sql(
              """
              insert into pack (item_id, name, factor, length_cm, width_cm, height_cm, gross_kg)
              values (?, ?, ?, ?, ?, ?, ?)
              on duplicate key update factor = value(factor), length_cm = value(length_cm),
                width_cm = value(width_cm), height_cm = value(height_cm), gross_kg = value(gross_kg)
              """)
          .param(id)
          .param(checked.name())
          .param(checked.factor().amount())
          .param(pack.lengthCm())
          .param(pack.widthCm())
          .param(pack.heightCm())
          .param(pack.grossKg())
          .update();
      long packId =
          jdbc.sql("select id from pack where item_id = ? and name = ?")
              .param(id)
              .param(checked.name())
              .query(Long.class)
              .single();
      pack.barcodes().forEach(code -> writeBarcode(id, packId, code, codes));
    }
    jdbc.sql("delete from pack where item_id = :item and lower(name) not in (:names)")
        .param("item", id)
        .param("names", names.isEmpty() ? Set.of("") : names)
        .update();
    jdbc.sql("delete from item_home where item_id = ?").param(id).update();
    entry.homes().forEach(home -> writeHome(id, home));
  }

  private void writeBarcode(long item, long pack, String typed, Set<String> seen) {
    String code = typed.strip();
    boolean gtin = Gtin.hasShape(code);
    if (gtin) {
      try {
        code = Gtin.of(code).digits();
      } catch (IllegalArgumentException fault) {
        throw Problem.invalid("barcodes", fault.getMessage());
      }
    }
    if (!seen.add(code)) {
      throw Problem.invalid("barcodes", "The barcode " + typed + " stands twice.");
    }
    List<String> others =
        jdbc.sql("select i.code from barcode b join item i on i.id = b.item_id where b.code = ?")
            .param(code)
            .query(String.class)
            .list();
    if (gtin && !others.isEmpty()) {
      throw Problem.conflict(
              "not-unique", "The barcode " + typed + " belongs to " + others.get(0) + " already.")
          .with("field", "barcodes");
    }
    jdbc.sql("insert into barcode (item_id, pack_id, code, gtin) values (?, ?, ?, ?)")
        .param(item)
        .param(pack)
        .param(code)
        .param(gtin)
        .update();
  }

  private record Kept(long site, long place, String shelfNote) {}

  /** Homes at a site are set by those who work there; those of others stay as they are. */
  private void checkHomes(long item, ItemEntry entry, Actor actor) {
    if (actor.everywhere()) {
      return;
    }
    Set<Kept> before =
        new HashSet<>(
            jdbc.sql(
                    "select site_id site, coalesce(place_id, 0) place, shelf_note from item_home"
                        + " where item_id = ?")
                .param(item)
                .query(Kept.class)
                .list());
    Set<Kept> after = new HashSet<>();
    for (Home home : entry.homes()) {
      String note = home.shelfNote() == null ? "" : home.shelfNote().strip();
      after.add(new Kept(home.site(), homePlace(home), note));
    }
    before.removeIf(kept -> actor.worksAt(kept.site()));
    after.removeIf(kept -> actor.worksAt(kept.site()));
    if (!before.equals(after)) {
      throw Problem.forbidden("The home bin at a site is set by those who work there.")
          .with("field", "homes");
    }
  }

  /** The bin that is meant: by its address, by its number, or by both if they agree. */
  private long homePlace(Home home) {
    long numbered = home.place() == null ? 0 : home.place();
    String address = home.address() == null ? "" : home.address().strip().toUpperCase(Locale.ROOT);
    if (address.isEmpty()) {
      boolean there =
          numbered == 0
              || places.forLedger(Set.of(numbered)).stream()
                  .anyMatch(bin -> bin.site() == home.site() && bin.kind() == PlaceKind.BIN);
      if (!there) {
        throw Problem.invalid("homes", "The site has no bin with the number " + numbered + ".");
      }
      return numbered;
    }
    long named =
        places.atAddress(address).stream()
            .filter(bin -> bin.site() == home.site())
            .findFirst()
            .orElseThrow(
                () ->
                    Problem.invalid("homes", "The site has no bin " + address + ".")
                        .with("address", address))
            .id();
    if (numbered != 0 && numbered != named) {
      throw Problem.invalid(
          "homes", address + " is not the bin with the number " + numbered + ". Name one of them.");
    }
    return named;
  }

  private void writeHome(long item, Home home) {
    places.named(home.site());
    long place = homePlace(home);
    jdbc.sql("insert into item_home (item_id, site_id, place_id, shelf_note) values (?, ?, ?, ?)")
        .param(item)
        .param(home.site())
        .param(place)
        .param(home.shelfNote().strip())
        .update();
  }

  private ItemCard card(Item item) {
    record Code(long packId, String code, boolean gtin) {}
    record PackRow(
        long id,
        String name,
        BigDecimal factor,
        BigDecimal lengthCm,
        BigDecimal widthCm,
        BigDecimal heightCm,
        BigDecimal grossKg) {}
    List<Code> codes =
        jdbc.sql("select pack_id, code, gtin from barcode where item_id = ? order by id")
            .param(item.id())
            .query(Code.class)
            .list();
    List<PackCard> packs =
        jdbc
            .sql("select * from pack where item_id = ? order by factor")
            .param(item.id())
            .query(PackRow.class)
            .list()
            .stream()
            .map(
                row ->
                    new PackCard(
                        row.id(),
                        row.name(),
                        new Quantity(row.factor()),
                        row.lengthCm(),
                        row.widthCm(),
                        row.heightCm(),
                        row.grossKg(),
                        codes.stream()
                            .filter(code -> code.packId() == row.id())
                            .map(code -> printed(code.code(), code.gtin()))
                            .toList()))
            .toList();
    List<Home> homes =
        jdbc.sql(
                """
                select h.site_id site, nullif(h.place_id, 0) place, p.address, h.shelf_note
                from item_home h left join place p on p.id = h.place_id
                where h.item_id = ? order by h.site_id
                """)
            .param(item.id())
            .query(Home.class)
            .list();
    MeasureRule measure = item.measure();
    return new ItemCard(
        item.id(),
        item.version(),
        item.code(),
        item.name(),
        item.category(),
        measure.unit(),
        measure.unit().symbol(),
        measure.decimals(),
        measure.tracking(),
        item.shelfLifeDays(),
        item.hazardClass(),
        item.storageClass(),
        item.lotRule(),
        item.active(),
        codes.stream()
            .filter(code -> code.packId() == 0)
            .map(code -> printed(code.code(), code.gtin()))
            .toList(),
        packs,
        homes,
        picture(item.id()).orElse(null));
  }

  private static String printed(String code, boolean gtin) {
    return gtin ? new Gtin(code).printed() : code;
  }

  // What rules and scans ask

  /** Items as rules must know them. */
  public List<Measured> measured(Set<Long> ids) {
    return ids.isEmpty()
        ? List.of()
        : jdbc.sql("select id, code, name, unit, decimals, tracking from item where id in (:ids)")
            .param("ids", ids)
            .query(Measured.class)
            .list();
  }

  /** The item with a code. */
  public Optional<Measured> withCode(String code) {
    return jdbc.sql("select id, code, name, unit, decimals, tracking from item where code = ?")
        .param(code)
        .query(Measured.class)
        .optional();
  }

  /** The packs of an item. */
  public List<Pack> packs(long item) {
    return jdbc.sql("select name, factor from pack where item_id = ? order by factor")
        .param(item)
        .query((row, n) -> new Pack(row.getString(1), new Quantity(row.getBigDecimal(2))))
        .list();
  }

  /** The packs of items; an item without any is not among them. */
  public Map<Long, List<Pack>> packs(Collection<Long> items) {
    Map<Long, List<Pack>> packs = new HashMap<>();
    jdbc.sql("select item_id, name, factor from pack where item_id in (:items) order by factor")
        .param("items", items)
        .query(
            row -> {
              packs
                  .computeIfAbsent(row.getLong(1), item -> new ArrayList<>())
                  .add(new Pack(row.getString(2), new Quantity(row.getBigDecimal(3))));
            });
    return packs;
  }

  /** What a barcode names: a GTIN with fourteen digits, or any other code. */
  public List<BarcodeHit> barcode(String code) {
    return jdbc.sql(
            """
            select b.item_id, b.pack_id, coalesce(k.factor, 1) factor, i.decimals
            from barcode b join item i on i.id = b.item_id
              left join pack k on k.id = b.pack_id
            where b.code = ? order by b.item_id
            """)
        .param(code)
        .query(
            (row, n) ->
                new BarcodeHit(
                    row.getLong(1),
                    row.getLong(2),
                    new Quantity(row.getBigDecimal(3)),
                    row.getInt(4)))
        .list();
  }

  /** The home bin of an item at a site. */
  public Optional<Long> homeBin(long item, long site) {
    return jdbc.sql("select place_id from item_home where item_id = ? and site_id = ?")
        .param(item)
        .param(site)
        .query(Long.class)
        .optional()
        .filter(place -> place != 0);
  }

  // Lots and serial numbers

  private static final String LOT =
      "select id, item_id, code, expiry, best_before, produced, supplier_lot from lot where ";
  private static final String SERIAL =
      "select id, item_id, code, lot_id, service_due from serial where ";

  /** Lots by their numbers. */
  public List<LotCard> lots(Collection<Long> ids) {
    return jdbc.sql(LOT + "id in (:ids)").param("ids", ids).query(LotCard.class).list();
  }

  public Optional<LotCard> lot(long id) {
    return jdbc.sql(LOT + "id = ?").param(id).query(LotCard.class).optional();
  }

  /** The lots with a code, of whatever item. */
  public List<LotCard> lotsCalled(String code) {
    return jdbc.sql(LOT + "code = ? order by item_id limit 50")
        .param(code)
        .query(LotCard.class)
        .list();
  }

  public Optional<LotCard> lot(long item, String code) {
    return jdbc.sql(LOT + "item_id = ? and code = ?")
        .param(item)
        .param(code)
        .query(LotCard.class)
        .optional();
  }

  /**
   * The lot with a code, made if there is none. A lot that is known takes the days that it lacks.
   *
   * @param said what is said of its days now
   * @param came the day on which its goods come, from which its shelf life runs
   * @throws Problem if what is said contradicts what is known
   */
  @Transactional
  public LotCard obtainLot(long item, String code, LotDates said, LocalDate came) {
    Optional<LotCard> before = lot(item, code);
    if (before.isEmpty()) {
      LotDates dates = said.keeping(shelfLife(item), came);
      try {
        jdbc.sql(
                "insert into lot (item_id, code, expiry, best_before, produced)"
                    + " values (?, ?, ?, ?, ?)")
            .params(item, code, dates.expiry(), dates.bestBefore(), dates.produced())
            .update();
      } catch (DuplicateKeyException madeMeanwhile) {
        // then it is there, and may know other days
      }
      before = lot(item, code);
    }
    LotCard known = before.orElseThrow();
    known
        .dates()
        .against(said)
        .ifPresent(
            other -> {
              throw Lots.contradiction(code, other);
            });
    LotDates dates = known.dates().with(said);
    if (dates.equals(known.dates())) {
      return known;
    }
    jdbc.sql("update lot set expiry = ?, best_before = ?, produced = ? where id = ?")
        .params(dates.expiry(), dates.bestBefore(), dates.produced(), known.id())
        .update();
    return lot(known.id()).orElseThrow();
  }

  private Integer shelfLife(long item) {
    return jdbc.sql("select shelf_life_days from item where id = ?")
        .param(item)
        .query((row, n) -> Optional.ofNullable(row.getObject(1, Integer.class)))
        .single()
        .orElse(null);
  }

  /** The number of a new lot, made by the item's rule or that of the house. */
  @Transactional
  public String nextLot(long item, LocalDate day) {
    String rule =
        jdbc.sql("select lot_rule from item where id = ?").param(item).query(String.class).single();
    LotRule made = rule.isEmpty() ? LotRule.HOUSE : LotRule.of(rule);
    while (true) {
      String code = made.number(day, next("lot " + made.prefix(day)));
      if (lot(item, code).isEmpty()) {
        return code;
      }
    }
  }

  /** Which picture there is of an item, if there is one: another number is another picture. */
  public Optional<Long> picture(long item) {
    return Optional.ofNullable(pictures(Set.of(item)).get(item));
  }

  /** Which picture there is of items; an item without one is not among them. */
  public Map<Long, Long> pictures(Collection<Long> items) {
    Map<Long, Long> pictures = new HashMap<>();
    jdbc.sql("select item_id, changed from item_picture where item_id in (:items)")
        .param("items", items)
        .query(
            row -> {
              pictures.put(
                  row.getLong(1),
                  row.getObject(2, java.time.LocalDateTime.class)
                      .toInstant(java.time.ZoneOffset.UTC)
                      .toEpochMilli());
            });
    return pictures;
  }

  /** The next number of a counter, from 1. Others wait until this transaction ends. */
  public long next(String counter) {
    jdbc.sql(
            "insert into counter (name, value) values (?, 1)"
                + " on duplicate key update value = value + 1")
        .param(counter)
        .update();
    return jdbc.sql("select value from counter where name = ?")
        .param(counter)
        .query(Long.class)
        .single();
  }

  /** What rules about storing must know of an item. */
  public record Stored(
      long id,
      String category,
      String storageClass,
      Integer shelfLifeDays,
      BigDecimal volume,
      BigDecimal weight) {}

  /** How an item is stored; volume in cubic metres and weight in kilograms of one base unit. */
  public Stored stored(long item) {
    return jdbc.sql(
            """
            select i.id, i.category, i.storage_class, i.shelf_life_days,
              %s volume, %s weight
            from item i where i.id = ?
            """
                .formatted(UnitSql.volume("i.id"), UnitSql.weight("i.id")))
        .param(item)
        .query(Stored.class)
        .optional()
        .orElseThrow(() -> Problem.missing("item", item));
  }

  public Optional<SerialCard> serial(long id) {
    return jdbc.sql(SERIAL + "id = ?").param(id).query(SerialCard.class).optional();
  }

  /** The numbers of pieces. */
  public Map<Long, String> serialCodes(Collection<Long> ids) {
    Map<Long, String> codes = new HashMap<>();
    if (!ids.isEmpty()) {
      jdbc.sql("select id, code from serial where id in (:ids)")
          .param("ids", ids)
          .query(
              row -> {
                codes.put(row.getLong(1), row.getString(2));
              });
    }
    return codes;
  }

  /** The pieces with a serial number, of whatever item. */
  public List<SerialCard> serialsCalled(String code) {
    return jdbc.sql(SERIAL + "code = ? order by item_id limit 50")
        .param(code)
        .query(SerialCard.class)
        .list();
  }

  public Optional<SerialCard> serial(long item, String code) {
    return jdbc.sql(SERIAL + "item_id = ? and code = ?")
        .param(item)
        .param(code)
        .query(SerialCard.class)
        .optional();
  }

  /**
   * The piece with a serial number, made known if it is not.
   *
   * @param lot the lot that is said of it; 0 if none is
   * @throws Problem if it is known to be of another lot
   */
  @Transactional
  public SerialCard obtainSerial(long item, String code, long lot, LocalDate serviceDue) {
    Optional<SerialCard> known = serial(item, code);
    known
        .filter(piece -> lot != 0 && piece.lotId() != lot)
        .ifPresent(
            piece -> {
              throw Lots.otherLot(
                  code,
                  lot(piece.lotId()).map(LotCard::code).orElse("none"),
                  lot(lot).orElseThrow().code());
            });
    return known.orElseGet(
        () -> {
          try {
            jdbc.sql("insert into serial (item_id, code, lot_id, service_due) values (?, ?, ?, ?)")
                .params(item, code, lot, serviceDue)
                .update();
          } catch (DuplicateKeyException madeMeanwhile) {
            // then it is there
          }
          return serial(item, code).orElseThrow();
        });
  }

  /** Every category that an item has, for pick lists. */
  public List<String> categories() {
    return new ArrayList<>(
        jdbc.sql("select distinct category from item where category <> '' order by category")
            .query(String.class)
            .list());
  }
}
