package app.reliquum.search;

import app.reliquum.api.Actor;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.SearchText;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Meaning;
import app.reliquum.stock.Ledger;
import app.reliquum.stock.OnHand;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Answers the ask line: what a scan stands for first, then what begins like the words. */
@Service
class Ask {

  private static final int OF_EACH = 8;

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final HouseCodes codes;
  private final Ledger ledger;
  private final OnHand onHand;

  Ask(JdbcClient jdbc, Catalog catalog, HouseCodes codes, Ledger ledger, OnHand onHand) {
    this.onHand = onHand;
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.codes = codes;
    this.ledger = ledger;
  }

  /** What kind of thing is meant. */
  enum Kind {
    ITEM,
    BIN,
    LOT,
    SERIAL,
    ORDER,
    TRANSFER,
    SUPPLIER_RETURN,
    COUNT,
    LEAVING,
    POSTING,
    PERSON
  }

  /**
   * Something that may be meant.
   *
   * @param exact whether the text names just this
   * @param itemId the item of a lot or serial number
   * @param onHand how much of an item there is; null for everything else
   * @param symbol the unit of that
   * @param where the sites at which it is, with how much at each
   */
  @Schema(name = "AskHit")
  record Hit(
      Kind kind,
      long id,
      @Nullable Long itemId,
      String title,
      String detail,
      boolean exact,
      @Nullable Quantity onHand,
      @Nullable String symbol,
      List<AtSite> where) {

    Hit(Kind kind, long id, @Nullable Long itemId, String title, String detail, boolean exact) {
      this(kind, id, itemId, title, detail, exact, null, null, List.of());
    }
  }

  /** How much of an item is at a site. */
  @Schema(name = "AskHitAtSite")
  record AtSite(String site, Quantity onHand) {}

  @Transactional(readOnly = true)
  public List<Hit> hits(String text, Actor actor) {
    SearchText words = SearchText.of(text);
    if (words.isEmpty()) {
      return List.of();
    }
    Map<String, Hit> hits = new LinkedHashMap<>();
    for (Meaning meaning : codes.read(text).meanings()) {
      exact(meaning, actor).forEach(hit -> hits.putIfAbsent(hit.kind() + "" + hit.id(), hit));
    }
    List<Hit> more = new ArrayList<>();
    more.addAll(items(words));
    more.addAll(bins("p.address like :prefix", words.prefix(), actor, false));
    more.addAll(lots("l.code like :prefix", words.prefix(), actor, false));
    more.addAll(serials("s.code like :prefix", words.prefix(), actor, false));
    more.addAll(orders("o.number like :prefix", words.prefix(), actor, false));
    more.addAll(transfers("t.number like :prefix", words.prefix(), actor, false));
    more.addAll(supplierReturns(words.prefix(), actor));
    more.addAll(leaving("o.number like :prefix", words.prefix(), actor, false));
    more.addAll(counts("c.number like :prefix", words.prefix(), actor, false));
    more.addAll(postings(words.text(), actor));
    if (actor.permissions().contains(Permission.PEOPLE)) {
      more.addAll(people(words.prefix()));
    }
    more.forEach(hit -> hits.putIfAbsent(hit.kind() + "" + hit.id(), hit));
    return withStock(List.copyOf(hits.values()), actor);
  }

  /** Adds to items how much of them there is, and where. */
  private List<Hit> withStock(List<Hit> hits, Actor actor) {
    Set<Long> items =
        hits.stream()
            .filter(hit -> hit.kind() == Kind.ITEM)
            .map(Hit::id)
            .collect(Collectors.toSet());
    if (items.isEmpty()) {
      return hits;
    }
    Map<Long, String> units =
        catalog.measured(items).stream()
            .collect(Collectors.toMap(Catalog.Measured::id, one -> one.unit().symbol()));
    Map<Long, List<OnHand.AtSite>> stock = onHand.atSites(List.copyOf(items), actor);
    return hits.stream()
        .map(hit -> hit.kind() == Kind.ITEM ? withStock(hit, units, stock) : hit)
        .toList();
  }

  private static Hit withStock(
      Hit hit, Map<Long, String> units, Map<Long, List<OnHand.AtSite>> stock) {
    List<OnHand.AtSite> at = stock.getOrDefault(hit.id(), List.of());
    return new Hit(
        hit.kind(),
        hit.id(),
        hit.itemId(),
        hit.title(),
        hit.detail(),
        hit.exact(),
        at.stream().map(OnHand.AtSite::onHand).reduce(Quantity.ZERO, Quantity::plus),
        units.get(hit.id()),
        at.stream().map(one -> new AtSite(one.site(), one.onHand())).toList());
  }

  private List<Hit> exact(Meaning meaning, Actor actor) {
    if (meaning instanceof Meaning.Item item) {
      return catalog.measured(Set.of(item.item())).stream()
          .map(one -> new Hit(Kind.ITEM, one.id(), one.id(), one.name(), one.code(), true))
          .toList();
    }
    if (meaning instanceof Meaning.Bin bin) {
      return bins("p.id = :prefix", Long.toString(bin.place()), actor, true);
    }
    if (meaning instanceof Meaning.Lot lot) {
      return lots("l.id = :prefix", Long.toString(lot.lot()), actor, true);
    }
    if (meaning instanceof Meaning.Serial serial) {
      return serials("s.id = :prefix", Long.toString(serial.serial()), actor, true);
    }
    if (meaning instanceof Meaning.Label label) {
      return exact(
          label.lot() == 0 ? label.goods() : new Meaning.Lot(label.goods().item(), label.lot()),
          actor);
    }
    if (meaning instanceof Meaning.InboundOrder order) {
      return orders("o.id = :prefix", Long.toString(order.order()), actor, true);
    }
    if (meaning instanceof Meaning.Transfer of) {
      return transfers("t.id = :prefix", Long.toString(of.transfer()), actor, true);
    }
    if (meaning instanceof Meaning.OutboundOrder of) {
      return leaving("o.id = :prefix", Long.toString(of.order()), actor, true);
    }
    if (meaning instanceof Meaning.Count of) {
      return counts("c.id = :prefix", Long.toString(of.count()), actor, true);
    }
    return List.of();
  }

  private List<Hit> items(SearchText words) {
    List<Long> ids = catalog.idsMatching(words, OF_EACH * 5);
    return catalog.measured(Set.copyOf(ids)).stream()
        .sorted(java.util.Comparator.comparing(Catalog.Measured::name))
        .limit(OF_EACH)
        .map(one -> new Hit(Kind.ITEM, one.id(), one.id(), one.name(), one.code(), false))
        .toList();
  }

  private List<Hit> counts(String condition, String value, Actor actor, boolean exact) {
    return atSites(
        Kind.COUNT,
        "select c.id, c.number, concat(s.name, if(c.note = '', '', concat(' · ', c.note))) about"
            + " from stock_count c join site s on s.id = c.site_id where "
            + condition
            + (actor.everywhere() ? "" : " and c.site_id in (:sites)")
            + " order by c.number desc limit ",
        value,
        actor,
        exact);
  }

  private List<Hit> leaving(String condition, String value, Actor actor, boolean exact) {
    return atSites(
        Kind.LEAVING,
        "select o.id, o.number, concat(s.name, ' → ', coalesce(c.name, k.name, ''))"
            + " from outbound_order o join site s on s.id = o.site_id"
            + " left join customer c on c.id = o.customer_id left join item k on k.id = o.kit_id"
            + " where "
            + condition
            + (actor.everywhere() ? "" : " and o.site_id in (:sites)")
            + " order by o.number desc limit ",
        value,
        actor,
        exact);
  }

  private List<Hit> supplierReturns(String prefix, Actor actor) {
    return atSites(
        Kind.SUPPLIER_RETURN,
        "select r.id, r.number, concat(v.name, ' · ', r.reason) from supplier_return r"
            + " join supplier v on v.id = r.supplier_id where r.number like :prefix"
            + (actor.everywhere() ? "" : " and r.site_id in (:sites)")
            + " order by r.number desc limit ",
        prefix,
        actor,
        false);
  }

  private List<Hit> transfers(String condition, String value, Actor actor, boolean exact) {
    return atSites(
        Kind.TRANSFER,
        "select t.id, t.number, concat(coalesce(f.name, t.sender), ' → ', o.name)"
            + " from transfer t left join site f on f.id = t.from_site_id"
            + " join site o on o.id = t.to_site_id where "
            + condition
            + (actor.everywhere()
                ? ""
                : " and (t.from_site_id in (:sites) or t.to_site_id in (:sites))")
            + " order by t.number desc limit ",
        value,
        actor,
        exact);
  }

  private List<Hit> bins(String condition, String value, Actor actor, boolean exact) {
    return atSites(
        Kind.BIN,
        "select p.id, p.address, s.name from place p join site s on s.id = p.site_id"
            + " where p.kind = 'BIN' and "
            + condition
            + (actor.everywhere() ? "" : " and p.site_id in (:sites)")
            + " order by p.address limit ",
        value,
        actor,
        exact);
  }

  private List<Hit> orders(String condition, String value, Actor actor, boolean exact) {
    return atSites(
        Kind.ORDER,
        "select o.id, o.number, coalesce(s.name, o.reason) from inbound_order o"
            + " left join supplier s on s.id = o.supplier_id where "
            + condition
            + (actor.everywhere() ? "" : " and o.site_id in (:sites)")
            + " order by o.number limit ",
        value,
        actor,
        exact);
  }

  /**
   * What belongs to sites: its number, its code, what there is to say; of the actor's sites only.
   */
  private List<Hit> atSites(Kind kind, String sql, String value, Actor actor, boolean exact) {
    return jdbc.sql(sql + OF_EACH)
        .param("prefix", value)
        .param("sites", actor.siteNumbers())
        .query(
            (row, n) ->
                new Hit(kind, row.getLong(1), null, row.getString(2), row.getString(3), exact))
        .list();
  }

  /**
   * What lies only where someone does not work is none of theirs; what lies nowhere is nobody's.
   */
  private static String theirs(String column, Actor actor) {
    return actor.everywhere()
        ? ""
        : " and (exists (select 1 from on_hand q join place p on p.id = q.place_id where "
            + column
            + " and p.site_id in (:sites)) or not exists (select 1 from on_hand q where "
            + column
            + "))";
  }

  private List<Hit> lots(String condition, String value, Actor actor, boolean exact) {
    return jdbc.sql(
            "select l.id, l.code, i.name, i.id item from lot l join item i on i.id = l.item_id"
                + " where "
                + condition
                + theirs("q.item_id = l.item_id and q.lot_id = l.id", actor)
                + " order by l.code limit "
                + OF_EACH)
        .param("prefix", value)
        .param("sites", actor.siteNumbers())
        .query((row, n) -> ofItem(Kind.LOT, row, exact))
        .list();
  }

  private List<Hit> serials(String condition, String value, Actor actor, boolean exact) {
    return jdbc.sql(
            "select s.id, s.code, i.name, i.id item from serial s join item i on i.id = s.item_id"
                + " where "
                + condition
                + theirs("q.item_id = s.item_id and q.serial_id = s.id", actor)
                + " order by s.code limit "
                + OF_EACH)
        .param("prefix", value)
        .param("sites", actor.siteNumbers())
        .query((row, n) -> ofItem(Kind.SERIAL, row, exact))
        .list();
  }

  private static Hit ofItem(Kind kind, java.sql.ResultSet row, boolean exact)
      throws java.sql.SQLException {
    return new Hit(kind, row.getLong(1), row.getLong(4), row.getString(2), row.getString(3), exact);
  }

  private List<Hit> postings(String text, Actor actor) {
    if (!text.matches("[0-9]{1,12}") || !ledger.isSeenBy(Long.parseLong(text), actor)) {
      return List.of();
    }
    return jdbc.sql(
            "select p.id, p.kind, w.name from posted p left join person w on w.id = p.person_id"
                + " where p.id = ?")
        .param(Long.parseLong(text))
        .query(
            (row, n) ->
                new Hit(
                    Kind.POSTING,
                    row.getLong(1),
                    null,
                    Long.toString(row.getLong(1)),
                    row.getString(3),
                    false))
        .list();
  }

  private List<Hit> people(String prefix) {
    return jdbc.sql(
            "select id, name, code from person where code <> 'HOUSE' and (name like ? or code like"
                + " ?) order by name limit "
                + OF_EACH)
        .params(prefix, prefix)
        .query(
            (row, n) ->
                new Hit(
                    Kind.PERSON, row.getLong(1), null, row.getString(2), row.getString(3), false))
        .list();
  }
}
