package app.reliquum.putaway;

import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.UnitSql;
import app.reliquum.core.category.CategoryPath;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.putaway.GoodsToPutAway;
import app.reliquum.core.putaway.PutAwayFacts;
import app.reliquum.core.putaway.Shelf;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/** What put-away asks of a site, from the database: each stage in portions, and only if asked. */
final class SiteShelves implements PutAwayFacts {

  private static final int PORTION = 40;
  private static final int MOST = 10_000;

  private final JdbcClient jdbc;
  private final long site;
  private final GoodsToPutAway parcel;
  private final List<String> categories;
  private final long overflowArea;
  private final Supposed supposed;
  private @Nullable List<RuleRow> rules;

  /**
   * What is supposed beyond what is so.
   *
   * @param claimed empty bins that are meant for something else
   * @param replaces a rule that is left out, 0 for none
   * @param rule a rule that is tried before it is saved, null for none
   */
  record Supposed(Set<Long> claimed, long replaces, @Nullable RuleRow rule) {}

  /** A rule as it applies to the item. */
  record RuleRow(
      long id,
      long itemId,
      String category,
      long areaId,
      long placeId,
      int priority,
      @Nullable BigDecimal capacity) {}

  SiteShelves(
      JdbcClient jdbc,
      long site,
      GoodsToPutAway parcel,
      Catalog.Stored item,
      long overflowArea,
      Supposed supposed) {
    this.jdbc = jdbc;
    this.site = site;
    this.parcel = parcel;
    this.categories = CategoryPath.upwards(item.category());
    this.overflowArea = overflowArea;
    this.supposed = supposed;
  }

  private static final String SHELF =
      """
      select p.id, a.purpose, p.storage_class, p.mixing, p.max_volume, p.max_weight,
        p.max_unit_loads, p.active,
        coalesce((select min(h.item_id) from item_home h where h.place_id = p.id), 0) home_of
      from place p join area a on a.id = p.area_id
      """;

  private record Row(
      long id,
      AreaPurpose purpose,
      String storageClass,
      MixingPolicy mixing,
      BigDecimal maxVolume,
      BigDecimal maxWeight,
      Integer maxUnitLoads,
      boolean active,
      long homeOf) {}

  private record Held(
      long place, long item, long lot, BigDecimal quantity, BigDecimal volume, BigDecimal weight) {}

  /** Bins by their numbers, in that order, with what lies in them. */
  static List<Shelf> shelves(JdbcClient jdbc, List<Long> places) {
    if (places.isEmpty()) {
      return List.of();
    }
    Map<Long, List<Held>> held = new HashMap<>();
    jdbc.sql(
            """
            select s.place_id place, s.item_id item, s.lot_id lot, s.quantity,
              s.quantity * %s volume, s.quantity * %s weight
            from on_hand s where s.place_id in (:places)
            """
                .formatted(UnitSql.volume("s.item_id"), UnitSql.weight("s.item_id")))
        .param("places", places)
        .query(Held.class)
        .list()
        .forEach(one -> held.computeIfAbsent(one.place(), p -> new ArrayList<>()).add(one));
    Map<Long, Integer> loads = new HashMap<>();
    jdbc.sql(
            "select place_id, count(distinct unit_load_id) from on_hand"
                + " where place_id in (:places) and unit_load_id <> 0"
                + " group by place_id")
        .param("places", places)
        .query(
            row -> {
              loads.put(row.getLong(1), row.getInt(2));
            });
    Map<Long, Shelf> made = new HashMap<>();
    jdbc.sql(SHELF + " where p.id in (:places)")
        .param("places", places)
        .query(Row.class)
        .list()
        .forEach(
            row ->
                made.put(
                    row.id(),
                    shelf(
                        row,
                        held.getOrDefault(row.id(), List.of()),
                        loads.getOrDefault(row.id(), 0))));
    return places.stream().map(made::get).filter(java.util.Objects::nonNull).toList();
  }

  private static Shelf shelf(Row row, List<Held> held, int loads) {
    BigDecimal volume = BigDecimal.ZERO;
    BigDecimal weight = BigDecimal.ZERO;
    List<Shelf.Content> contents = new ArrayList<>();
    for (Held one : held) {
      volume = volume.add(one.volume());
      weight = weight.add(one.weight());
      contents.add(new Shelf.Content(one.item(), one.lot(), new Quantity(one.quantity())));
    }
    return new Shelf(
        row.id(),
        row.purpose(),
        row.storageClass(),
        row.mixing(),
        new Shelf.Limits(row.maxVolume(), row.maxWeight(), row.maxUnitLoads()),
        new Shelf.Filled(volume, weight, loads),
        contents,
        row.active(),
        row.homeOf());
  }

  @Override
  public Optional<Shelf> home() {
    List<Long> home =
        jdbc.sql(
                "select h.place_id from item_home h join place p on p.id = h.place_id"
                    + " where h.item_id = ? and h.site_id = ? and not p.implied")
            .params(parcel.item(), site)
            .query(Long.class)
            .list();
    if (home.isEmpty()) {
      // What has no home bin where only some items have one stays where it always was.
      home =
          jdbc.sql(
                  "select p.id from place p join site s on s.id = p.site_id where s.id = ? and"
                      + " s.bins_for_some and p.implied")
              .param(site)
              .query(Long.class)
              .list();
    }
    return shelves(jdbc, home).stream().findFirst();
  }

  private List<RuleRow> ruleRows() {
    if (rules == null) {
      rules =
          new ArrayList<>(
              jdbc.sql(
                      """
                      select id, item_id, category, area_id, place_id, priority, capacity
                      from put_away_rule
                      where site_id = :site and active
                        and (item_id = :item or (item_id = 0 and category in (:categories)))
                      """)
                  .param("site", site)
                  .param("item", parcel.item())
                  .param("categories", categories.isEmpty() ? List.of("") : categories)
                  .query(RuleRow.class)
                  .list());
      rules.removeIf(rule -> rule.id() == supposed.replaces());
      if (supposed.rule() != null) {
        rules.add(supposed.rule());
      }
    }
    return rules;
  }

  @Override
  public List<Rule> rules() {
    return ruleRows().stream()
        .map(row -> new Rule(row.id(), distance(row), row.priority(), free(row)))
        .toList();
  }

  private int distance(RuleRow row) {
    return row.itemId() != 0 ? 0 : 1 + categories.indexOf(row.category());
  }

  private @Nullable Quantity free(RuleRow row) {
    if (row.capacity() == null) {
      return null;
    }
    BigDecimal used =
        jdbc.sql(
                "select coalesce(sum(s.quantity), 0) from on_hand s join place p"
                    + " on p.id = s.place_id where s.item_id = :item and "
                    + (row.placeId() != 0 ? "s.place_id = :target" : "p.area_id = :target"))
            .param("item", parcel.item())
            .param("target", row.placeId() != 0 ? row.placeId() : row.areaId())
            .query(BigDecimal.class)
            .single();
    return new Quantity(row.capacity().subtract(used));
  }

  @Override
  public Optional<Quantity> free(long place) {
    return ruleRows().stream()
        .filter(row -> row.placeId() == place && row.capacity() != null)
        .map(this::free)
        .min(Quantity::compareTo);
  }

  @Override
  public Iterable<Shelf> binsOf(Rule rule) {
    RuleRow row =
        ruleRows().stream().filter(one -> one.id() == rule.rule()).findFirst().orElseThrow();
    return row.placeId() != 0
        ? shelves(jdbc, List.of(row.placeId()))
        : inPortions(
            offset ->
                jdbc.sql(
                        "select id from place where area_id = ? and active"
                            + " order by walk, address limit ? offset ?")
                    .params(row.areaId(), PORTION, offset)
                    .query(Long.class)
                    .list());
  }

  @Override
  public Iterable<Shelf> holding() {
    // Nearest means least to walk from where the item belongs, or from the first bin of the walk.
    return inPortions(
        offset ->
            jdbc.sql(
                    """
                    select p.id from on_hand s join place p on p.id = s.place_id
                      join area a on a.id = p.area_id
                    where s.item_id = :item and p.site_id = :site
                      and not p.implied and a.purpose not in ('RECEIVE', 'INSPECT')
                    group by p.id
                    order by abs(p.walk - coalesce((select b.walk from item_home h
                      join place b on b.id = h.place_id
                      where h.item_id = :item and h.site_id = :site), 0)), p.address
                    limit :portion offset :offset
                    """)
                .param("item", parcel.item())
                .param("site", site)
                .param("portion", PORTION)
                .param("offset", offset)
                .query(Long.class)
                .list());
  }

  @Override
  public Iterable<Shelf> empty() {
    boolean good = parcel.condition() == Condition.GOOD;
    // What is held lies best where its class does, or else where any goods are held.
    Set<String> classes =
        good ? Set.of(parcel.storageClass()) : new HashSet<>(List.of("", parcel.storageClass()));
    return inPortions(
        offset ->
            jdbc.sql(
                    """
                    select p.id from place p join area a on a.id = p.area_id
                    where p.site_id = :site and p.storage_class in (:classes) and p.active
                      and p.kind = 'BIN' and not p.implied and a.purpose in (:purposes)
                      and p.area_id <> :overflow
                      and not exists (select 1 from on_hand s
                        where s.place_id = p.id)
                      and p.id not in (:claimed)
                    order by p.storage_class = '', p.walk, p.address
                    limit :portion offset :offset
                    """)
                .param("claimed", supposed.claimed().isEmpty() ? Set.of(0L) : supposed.claimed())
                .param("site", site)
                .param("classes", classes)
                .param("purposes", good ? List.of("STORE", "PICK") : List.of("HOLD"))
                .param("overflow", overflowArea)
                .param("portion", PORTION)
                .param("offset", offset)
                .query(Long.class)
                .list());
  }

  @Override
  public Iterable<Shelf> overflow() {
    return overflowArea == 0
        ? List.of()
        : inPortions(
            offset ->
                jdbc.sql(
                        "select id from place where area_id = ? and active"
                            + " order by walk, address limit ? offset ?")
                    .params(overflowArea, PORTION, offset)
                    .query(Long.class)
                    .list());
  }

  /** Bins that are fetched a portion at a time, as they are asked for. */
  private Iterable<Shelf> inPortions(IntFunction<List<Long>> fetch) {
    return () ->
        new Iterator<>() {
          private Iterator<Shelf> portion = List.<Shelf>of().iterator();
          private int offset;
          private boolean last;

          @Override
          public boolean hasNext() {
            while (!portion.hasNext() && !last) {
              List<Long> ids = fetch.apply(offset);
              offset += ids.size();
              last = ids.size() < PORTION || offset >= MOST;
              portion = shelves(jdbc, ids).iterator();
            }
            return portion.hasNext();
          }

          @Override
          public Shelf next() {
            if (!hasNext()) {
              throw new NoSuchElementException();
            }
            return portion.next();
          }
        };
  }
}
