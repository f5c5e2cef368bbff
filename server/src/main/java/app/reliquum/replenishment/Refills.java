package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.refill.PickFace;
import app.reliquum.core.refill.Refill;
import app.reliquum.core.removal.Candidate;
import app.reliquum.core.removal.Policy;
import app.reliquum.places.Places;
import app.reliquum.places.SiteDays;
import app.reliquum.removal.RemovalRules;
import app.reliquum.stock.Reserving;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The pick faces that are to be refilled now, worked out from what lies where at this moment. */
@Service
@Transactional(readOnly = true)
public class Refills {

  private final JdbcClient jdbc;
  private final Reserving reserving;
  private final RemovalRules rules;
  private final Places places;
  private final SiteDays days;
  private final Catalog catalog;
  private final LotsAndSerials lotsAndSerials;

  Refills(
      JdbcClient jdbc,
      Reserving reserving,
      RemovalRules rules,
      Places places,
      SiteDays days,
      Catalog catalog,
      LotsAndSerials lotsAndSerials) {
    this.jdbc = jdbc;
    this.reserving = reserving;
    this.rules = rules;
    this.places = places;
    this.days = days;
    this.catalog = catalog;
    this.lotsAndSerials = lotsAndSerials;
  }

  /**
   * A pick face that is to be refilled.
   *
   * @param there what lies in it
   * @param reserved how much of that someone will pick
   * @param carried what is on its way on a trolley
   * @param missing how much it has room for, in whole packs
   * @param urgent whether those who come to pick leave nothing behind
   * @param sources what it is taken from, in the order of taking; empty if there is none in bulk
   */
  @Schema(name = "RefillRow")
  public record Row(
      long itemId,
      String item,
      String name,
      String symbol,
      long placeId,
      String place,
      Quantity minimum,
      Quantity maximum,
      Quantity there,
      Quantity reserved,
      Quantity carried,
      Quantity missing,
      boolean urgent,
      List<Source> sources) {}

  /** What is taken from one position. */
  @Schema(name = "RefillSource")
  public record Source(
      long placeId,
      String place,
      long lotId,
      @Nullable String lot,
      long serialId,
      Quantity quantity) {}

  private record Face(PickFace face, PickFace.Stock stock) {}

  /** Those of a site in the order in which they are done. */
  public List<Refill> at(long site) {
    return refills(faces(site, null), site);
  }

  /** That of an item; empty if its home bin is not refilled, or not now. */
  public Optional<Refill> of(long item, long site) {
    return refills(faces(site, item), site).stream().findFirst();
  }

  private List<Face> faces(long site, @Nullable Long item) {
    return jdbc.sql(
            """
            select h.item_id, h.place_id, h.minimum, h.maximum, coalesce(k.factor, 0),
              coalesce((select sum(o.quantity) from on_hand o where o.item_id = h.item_id
                and o.place_id = h.place_id and o.condition_code = :good), 0),
              coalesce((select sum(r.quantity) from reserved r where r.item_id = h.item_id
                and r.place_id = h.place_id and r.condition_code = :good), 0),
              coalesce((select sum(o.quantity) from on_hand o
                join unit_load u on u.id = o.unit_load_id and u.trolley
                join place p on p.id = o.place_id and p.site_id = h.site_id
                where o.item_id = h.item_id and o.condition_code = :good
                  and o.place_id <> h.place_id), 0)
            from item_home h join item i on i.id = h.item_id and i.active
              left join pack k on k.item_id = h.item_id and k.name = h.refill_pack
            where h.site_id = :site and h.maximum is not null
              and (:item is null or h.item_id = :item)
            order by h.item_id
            """)
        .param("good", Condition.GOOD.code())
        .param("site", site)
        .param("item", item)
        .query(
            (row, n) ->
                new Face(
                    new PickFace(
                        row.getLong(1),
                        row.getLong(2),
                        new Quantity(row.getBigDecimal(3)),
                        new Quantity(row.getBigDecimal(4)),
                        new Quantity(row.getBigDecimal(5))),
                    new PickFace.Stock(
                        new Quantity(row.getBigDecimal(6)),
                        new Quantity(row.getBigDecimal(7)),
                        new Quantity(row.getBigDecimal(8)))))
        .list();
  }

  private List<Refill> refills(List<Face> faces, long site) {
    List<Face> low =
        faces.stream().filter(one -> one.face().missing(one.stock()).isPositive()).toList();
    if (low.isEmpty()) {
      return List.of();
    }
    Set<Long> items = low.stream().map(one -> one.face().item()).collect(Collectors.toSet());
    Map<Long, Policy> policies = rules.policies(items, site);
    Map<Long, List<Candidate>> bulk =
        reserving.candidates(items, site).stream()
            .collect(Collectors.groupingBy(one -> one.key().item()));
    Set<Long> trolleys = trolleys(site);
    LocalDate today = days.today(site);
    return low.stream()
        .map(
            one ->
                Refill.of(
                    one.face(),
                    one.stock(),
                    today,
                    Objects.requireNonNull(policies.get(one.face().item())),
                    bulk.getOrDefault(one.face().item(), List.of()).stream()
                        .filter(from -> from.key().place() != one.face().place())
                        .filter(from -> !trolleys.contains(from.key().unitLoad()))
                        .toList()))
        .sorted(Refill.FIRST)
        .toList();
  }

  private Set<Long> trolleys(long site) {
    return Set.copyOf(
        jdbc.sql(
                "select distinct u.id from unit_load u join on_hand o on o.unit_load_id = u.id"
                    + " join place p on p.id = o.place_id where u.trolley and p.site_id = ?")
            .param(site)
            .query(Long.class)
            .list());
  }

  /** Those of a site as they are shown, for someone who works there. */
  public List<Row> rows(long site, Actor actor) {
    places.requireSite(site, actor);
    List<Refill> refills = at(site);
    Map<Long, Catalog.Measured> items =
        catalog
            .measured(refills.stream().map(one -> one.face().item()).collect(Collectors.toSet()))
            .stream()
            .collect(Collectors.toMap(Catalog.Measured::id, one -> one));
    Map<Long, Places.LedgerPlace> faces =
        places
            .forLedger(refills.stream().map(one -> one.face().place()).collect(Collectors.toSet()))
            .stream()
            .collect(Collectors.toMap(Places.LedgerPlace::id, one -> one));
    Map<Long, LotsAndSerials.LotCard> lots =
        lotsAndSerials
            .lots(
                refills.stream()
                    .flatMap(one -> one.sources().stream())
                    .map(source -> source.key().lot())
                    .filter(lot -> lot != 0)
                    .collect(Collectors.toSet()))
            .stream()
            .collect(Collectors.toMap(LotsAndSerials.LotCard::id, one -> one));
    return refills.stream().map(one -> row(one, items, faces, lots)).toList();
  }

  private static Row row(
      Refill refill,
      Map<Long, Catalog.Measured> items,
      Map<Long, Places.LedgerPlace> faces,
      Map<Long, LotsAndSerials.LotCard> lots) {
    PickFace face = refill.face();
    Catalog.Measured item = Objects.requireNonNull(items.get(face.item()));
    return new Row(
        item.id(),
        item.code(),
        item.name(),
        item.unit().symbol(),
        face.place(),
        Objects.requireNonNull(faces.get(face.place())).address(),
        face.minimum(),
        face.maximum(),
        refill.stock().there(),
        refill.stock().reserved(),
        refill.stock().carried(),
        refill.missing(),
        refill.urgent(),
        refill.sources().stream().map(one -> source(one, lots)).toList());
  }

  private static Source source(Refill.Source one, Map<Long, LotsAndSerials.LotCard> lots) {
    PositionKey key = one.key();
    LotsAndSerials.LotCard lot = lots.get(key.lot());
    return new Source(
        key.place(),
        one.address(),
        key.lot(),
        lot == null ? null : lot.code(),
        key.serial(),
        one.quantity());
  }
}
