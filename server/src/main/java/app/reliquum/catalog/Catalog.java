package app.reliquum.catalog;

import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.SearchText;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.Gtin;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The items of the house, with their packs, barcodes, homes, lots and serial numbers. */
@Service
public class Catalog {

  private static final int CODES_AT_ONCE = 1_000;

  private final ItemStore items;
  private final JdbcClient jdbc;

  Catalog(ItemStore items, JdbcClient jdbc) {
    this.items = items;
    this.jdbc = jdbc;
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

  /**
   * Where an item belongs at a site.
   *
   * @param minimum at or below this the bin is refilled from bulk; null if it is not refilled
   * @param maximum up to this it is filled; null with the minimum
   * @param refillPack the name of the pack that is brought whole; null for single pieces
   */
  public record Home(
      long site,
      @Nullable Long place,
      @Nullable String address,
      @NotNull @Size(max = 80) String shelfNote,
      @Nullable Quantity minimum,
      @Nullable Quantity maximum,
      @Size(max = 30) @Nullable String refillPack) {

    /** A home bin or a shelf note, where nothing is refilled. */
    public static Home of(
        long site, @Nullable Long place, @Nullable String address, String shelfNote) {
      return new Home(site, place, address, shelfNote, null, null, null);
    }
  }

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
      String serialRule,
      boolean active,
      List<String> barcodes,
      List<PackCard> packs,
      List<Home> homes,
      @Nullable Long picture) {}

  /** An item as far as rules must know it. */
  public record Measured(
      long id, String code, String name, UnitOfMeasure unit, int decimals, Tracking tracking) {
    public MeasureRule measure() {
      return new MeasureRule(unit, decimals, tracking);
    }
  }

  /** A barcode and the item and pack that it names. Pack 0 is the base unit. */
  public record BarcodeHit(long itemId, long packId, Quantity factor, int decimals) {}

  // Items

  /**
   * Items by code, as far as they match the words.
   *
   * @param category of this one or of one that lies in it; null for any
   */
  @Transactional(readOnly = true)
  public Page<ItemRow> items(
      String typed, @Nullable String category, boolean closedToo, int offset, int limit) {
    SearchText words = SearchText.of(typed);
    String from =
        " from item"
            + (words.isEmpty() ? "" : " join (" + matching(words) + ") found using (id)")
            + " where (:closed or active)"
            + (category == null
                ? ""
                : " and (category = :category or left(category, :within) = concat(:category, '/'))");
    var count = jdbc.sql("select count(*)" + from).param("closed", closedToo);
    var rows =
        jdbc.sql(
                "select id, code, name, category, unit, decimals, tracking, hazard_class, active"
                    + from
                    + " order by code limit :limit offset :offset")
            .param("closed", closedToo)
            .param("limit", Page.limit(limit))
            .param("offset", offset);
    if (category != null) {
      int within = category.length() + 1;
      count = count.param("category", category).param("within", within);
      rows = rows.param("category", category).param("within", within);
    }
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

  ItemCard card(Item item) {
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
                select h.site_id site, nullif(h.place_id, 0) place, p.address, h.shelf_note,
                  h.minimum, h.maximum, h.refill_pack
                from item_home h left join place p on p.id = h.place_id
                where h.item_id = ? order by h.site_id
                """)
            .param(item.id())
            .query(
                (row, n) ->
                    new Home(
                        row.getLong("site"),
                        row.getObject("place", Long.class),
                        row.getString("address"),
                        row.getString("shelf_note"),
                        quantity(row.getBigDecimal("minimum")),
                        quantity(row.getBigDecimal("maximum")),
                        row.getString("refill_pack")))
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
        item.serialRule(),
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

  /** Items by their codes, as they are measured, many at once. */
  @Transactional(readOnly = true)
  public Map<String, Measured> coded(Collection<String> codes) {
    Map<String, Measured> found = new HashMap<>();
    List<String> all = codes.stream().distinct().toList();
    for (int from = 0; from < all.size(); from += CODES_AT_ONCE) {
      jdbc.sql("select id, code, name, unit, decimals, tracking from item where code in (:codes)")
          .param("codes", all.subList(from, Math.min(all.size(), from + CODES_AT_ONCE)))
          .query(Measured.class)
          .list()
          .forEach(item -> found.put(item.code(), item));
    }
    return found;
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
    if (items.isEmpty()) {
      return Map.of();
    }
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

  private static @Nullable Quantity quantity(@Nullable BigDecimal figure) {
    return figure == null ? null : new Quantity(figure);
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

  /** Every category that an item has, for pick lists. */
  public List<String> categories() {
    return new ArrayList<>(
        jdbc.sql("select distinct category from item where category <> '' order by category")
            .query(String.class)
            .list());
  }
}
