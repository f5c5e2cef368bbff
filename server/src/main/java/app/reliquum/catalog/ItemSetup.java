package app.reliquum.catalog;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.NumberRule;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.refill.PickFace;
import app.reliquum.core.scan.Gtin;
import app.reliquum.places.Places;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Positive;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Items as they are set up and changed, with their packs, barcodes and homes. */
@Service
public class ItemSetup {

  private final ItemStore items;
  private final JdbcClient jdbc;
  private final Places places;
  private final ObjectProvider<ItemUse> use;
  private final Catalog catalog;
  private final RowLog rowLog;

  ItemSetup(
      ItemStore items,
      JdbcClient jdbc,
      Places places,
      ObjectProvider<ItemUse> use,
      Catalog catalog,
      RowLog rowLog) {
    this.rowLog = rowLog;
    this.catalog = catalog;
    this.items = items;
    this.jdbc = jdbc;
    this.places = places;
    this.use = use;
  }

  /** An item as entered. */
  public record ItemEntry(
      @Nullable Integer version,
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
      @Positive @Nullable Integer shelfLifeDays,
      @NotNull @Size(max = 12) String hazardClass,
      @NotNull @Size(max = 20) String storageClass,
      @Size(max = 40) @Nullable String lotRule,
      @Size(max = 40) @Nullable String serialRule,
      boolean active,
      @NotNull List<@NotBlank @Size(max = 48) String> barcodes,
      @NotNull List<Catalog.@Valid PackCard> packs,
      @NotNull List<Catalog.@Valid Home> homes) {}

  @Transactional
  public Catalog.ItemCard add(ItemEntry entry) {
    if (items.findByCode(entry.code()).isPresent()) {
      throw Problem.conflict("not-unique", "There is an item {0} already.", entry.code())
          .with("field", "code");
    }
    checkRules(entry);
    Item item = new Item(entry.code());
    item.measure(measure(entry));
    item.describe(entry);
    changing(item);
    items.saveAndFlush(item);
    writeParts(item, entry);
    return catalog.card(item);
  }

  private void changing(Item item) {
    List.of("items", "packs", "homes").forEach(table -> rowLog.changing(table, item.code()));
  }

  /** The same, for someone: homes at other sites than theirs stay. */
  @Transactional
  public Catalog.ItemCard change(long id, ItemEntry entry, Actor actor) {
    checkHomes(id, entry, actor);
    return change(id, entry);
  }

  /** The same, for someone: homes at other sites than theirs are for others to set. */
  @Transactional
  public Catalog.ItemCard add(ItemEntry entry, Actor actor) {
    checkHomes(0, entry, actor);
    return add(entry);
  }

  @Transactional
  public Catalog.ItemCard change(long id, ItemEntry entry) {
    Item item = items.findById(id).orElseThrow(() -> Problem.missing("item", id));
    Problem.unlessCurrent(entry.version(), item.version());
    checkRules(entry);
    MeasureRule measure = measure(entry);
    if (!measure.equals(item.measure())) {
      if (inLedger(id)) {
        throw measureStays(item.code());
      }
      item.measure(measure);
    }
    changing(item);
    item.describe(entry);
    items.saveAndFlush(item);
    writeParts(item, entry);
    return catalog.card(item);
  }

  static Problem measureStays(String code) {
    return Problem.refused(
        "in-ledger",
        "{0} has been posted, so its unit, decimals and tracking stay as they are. Make a new item instead.",
        code);
  }

  static void checkRules(ItemEntry entry) {
    check("lotRule", entry.lotRule());
    check("serialRule", entry.serialRule());
  }

  private static void check(String field, @Nullable String rule) {
    if (rule != null && !rule.isBlank()) {
      try {
        NumberRule.of(rule.strip());
      } catch (IllegalArgumentException fault) {
        throw Problem.invalid(field, fault);
      }
    }
  }

  boolean inLedger(long item) {
    ItemUse keeper = use.getIfAvailable();
    return keeper != null && keeper.inLedger(item);
  }

  static MeasureRule measure(ItemEntry entry) {
    try {
      return new MeasureRule(entry.unit(), entry.decimals(), entry.tracking());
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("decimals", fault);
    }
  }

  private void writeParts(Item item, ItemEntry entry) {
    long id = item.id();
    Set<String> codes = new HashSet<>();
    jdbc.sql("delete from barcode where item_id = ?").param(id).update();
    entry.barcodes().forEach(code -> writeBarcode(id, 0, code, codes));
    Set<String> names = new HashSet<>();
    for (Catalog.PackCard pack : entry.packs()) {
      Pack checked = new Pack(pack.name().strip(), pack.factor());
      if (pack.factor().decimals() > entry.decimals()) {
        throw Problem.invalid(
            "packs", "A {0} of {1} is finer than the item.", checked.name(), pack.factor());
      }
      if (!names.add(checked.name().toLowerCase(Locale.ROOT))) {
        throw Problem.invalid("packs", "Two packs are called {0}.", checked.name());
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
    entry.homes().forEach(home -> writeHome(id, home, entry));
  }

  /** A barcode as it is kept: a GTIN with all its digits. */
  static String barcode(String typed) {
    String code = typed.strip();
    try {
      return Gtin.hasShape(code) ? Gtin.of(code).digits() : code;
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("barcodes", fault);
    }
  }

  private void writeBarcode(long item, long pack, String typed, Set<String> seen) {
    boolean gtin = Gtin.hasShape(typed.strip());
    String code = barcode(typed);
    if (!seen.add(code)) {
      throw Problem.invalid("barcodes", "The barcode {0} stands twice.", typed);
    }
    List<String> others =
        jdbc.sql("select i.code from barcode b join item i on i.id = b.item_id where b.code = ?")
            .param(code)
            .query(String.class)
            .list();
    if (gtin && !others.isEmpty()) {
      throw taken(typed, others.get(0));
    }
    jdbc.sql("insert into barcode (item_id, pack_id, code, gtin) values (?, ?, ?, ?)")
        .param(item)
        .param(pack)
        .param(code)
        .param(gtin)
        .update();
  }

  static Problem taken(String barcode, String item) {
    return Problem.conflict("not-unique", "The barcode {0} belongs to {1} already.", barcode, item)
        .with("field", "barcodes");
  }

  private record Kept(
      long site,
      long place,
      String shelfNote,
      @Nullable BigDecimal minimum,
      @Nullable BigDecimal maximum,
      @Nullable String refillPack) {}

  /** Homes at a site are set by those who work there; those of others stay as they are. */
  private void checkHomes(long item, ItemEntry entry, Actor actor) {
    if (actor.everywhere()) {
      return;
    }
    Set<Kept> before =
        new HashSet<>(
            jdbc.sql(
                    "select site_id site, coalesce(place_id, 0) place, shelf_note, minimum, maximum,"
                        + " refill_pack from item_home where item_id = ?")
                .param(item)
                .query(
                    (row, n) ->
                        new Kept(
                            row.getLong("site"),
                            row.getLong("place"),
                            row.getString("shelf_note"),
                            plain(row.getBigDecimal("minimum")),
                            plain(row.getBigDecimal("maximum")),
                            row.getString("refill_pack")))
                .list());
    Set<Kept> after = new HashSet<>();
    for (Catalog.Home home : entry.homes()) {
      String note = home.shelfNote() == null ? "" : home.shelfNote().strip();
      after.add(
          new Kept(
              home.site(),
              homePlace(home),
              note,
              home.minimum() == null ? null : plain(home.minimum().amount()),
              home.maximum() == null ? null : plain(home.maximum().amount()),
              home.refillPack()));
    }
    before.removeIf(kept -> actor.worksAt(kept.site()));
    after.removeIf(kept -> actor.worksAt(kept.site()));
    if (!before.equals(after)) {
      throw Problem.forbidden("The home bin at a site is set by those who work there.")
          .with("field", "homes");
    }
  }

  /** The same figure whatever decimals it was written with. */
  private static @Nullable BigDecimal plain(@Nullable BigDecimal figure) {
    return figure == null ? null : new Quantity(figure).amount();
  }

  /** The bin that is meant: by its address, by its number, or by both if they agree. */
  private long homePlace(Catalog.Home home) {
    long numbered = home.place() == null ? 0 : home.place();
    String address = home.address() == null ? "" : home.address().strip().toUpperCase(Locale.ROOT);
    if (address.isEmpty()) {
      boolean there =
          numbered == 0
              || places.forLedger(Set.of(numbered)).stream()
                  .anyMatch(bin -> bin.site() == home.site() && bin.kind() == PlaceKind.BIN);
      if (!there) {
        throw Problem.invalid("homes", "The site has no bin with the number {0}.", numbered);
      }
      return numbered;
    }
    long named =
        places.atAddress(address).stream()
            .filter(bin -> bin.site() == home.site())
            .findFirst()
            .orElseThrow(
                () ->
                    Problem.invalid("homes", "The site has no bin {0}.", address)
                        .with("address", address))
            .id();
    if (numbered != 0 && numbered != named) {
      throw Problem.invalid(
          "homes", "{0} is not the bin with the number {1}. Name one of them.", address, numbered);
    }
    return named;
  }

  private void writeHome(long item, Catalog.Home home, ItemEntry entry) {
    places.named(home.site());
    long place = homePlace(home);
    checkRefill(
        item,
        place,
        home,
        measure(entry),
        () ->
            entry.packs().stream()
                .filter(one -> one.name().strip().equalsIgnoreCase(home.refillPack()))
                .map(Catalog.PackCard::factor)
                .findFirst());
    jdbc.sql(
            "insert into item_home (item_id, site_id, place_id, shelf_note, minimum, maximum,"
                + " refill_pack) values (?, ?, ?, ?, ?, ?, ?)")
        .param(item)
        .param(home.site())
        .param(place)
        .param(home.shelfNote().strip())
        .param(home.minimum() == null ? null : home.minimum().amount())
        .param(home.maximum() == null ? null : home.maximum().amount())
        .param(home.refillPack())
        .update();
  }

  /** What a home bin is refilled by must be whole, and about a bin. */
  static void checkRefill(
      long item,
      long place,
      Catalog.Home home,
      MeasureRule measure,
      Supplier<Optional<Quantity>> refillPack) {
    Quantity minimum = home.minimum();
    Quantity maximum = home.maximum();
    if (minimum == null && maximum == null && home.refillPack() == null) {
      return;
    }
    if (minimum == null || maximum == null) {
      throw Problem.invalid(
          "homes", "What is refilled has a minimum and a maximum; one of them is missing.");
    }
    if (place == 0) {
      throw Problem.invalid("homes", "Only a home bin is refilled. Name the bin.");
    }
    Quantity pack =
        home.refillPack() == null
            ? Quantity.ZERO
            : refillPack
                .get()
                .orElseThrow(
                    () ->
                        Problem.invalid(
                            "homes", "The item has no pack called {0}.", home.refillPack()));
    try {
      for (Quantity figure : List.of(minimum, maximum)) {
        if (!figure.isZero()) {
          measure.check(figure);
        }
      }
      new PickFace(item, place, minimum, maximum, pack);
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("homes", fault);
    }
  }
}
