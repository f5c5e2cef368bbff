package app.reliquum.places;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.place.OutboundFlow;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.scan.OwnLabel;
import java.math.BigDecimal;
import java.time.DayOfWeek;
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

/** The sites of the house, their areas and bins. */
@Service
public class Places {

  private static final int LABELS_AT_ONCE = 1_000;

  private final SiteStore sites;
  private final AreaStore areas;
  private final BinStore bins;
  private final JdbcClient jdbc;
  private final SiteCalendar calendar;

  Places(SiteStore sites, AreaStore areas, BinStore bins, JdbcClient jdbc, SiteCalendar calendar) {
    this.calendar = calendar;
    this.sites = sites;
    this.areas = areas;
    this.bins = bins;
    this.jdbc = jdbc;
  }

  /** A site with its areas. */
  public record SiteCard(
      long id,
      int version,
      String code,
      String name,
      String timeZone,
      boolean binned,
      String street,
      String town,
      InboundFlow inboundFlow,
      @Nullable Long overflowArea,
      BigDecimal overPercent,
      boolean virtual,
      String gln,
      OutboundFlow outboundFlow,
      boolean shortestRound,
      Set<DayOfWeek> workingDays,
      int transferDays,
      List<SiteCalendar.Holiday> holidays,
      @Nullable Integer allocateAhead,
      boolean targetScanned,
      boolean unplannedReviewed,
      boolean binsForSome,
      String language,
      List<AreaCard> areas) {}

  /** An area. */
  public record AreaCard(
      long id, int version, long siteId, String code, String name, AreaPurpose purpose) {}

  /** A bin, and how it is called on its label. */
  public record BinCard(
      long id,
      int version,
      long siteId,
      long areaId,
      String area,
      AreaPurpose purpose,
      String address,
      String label,
      int walk,
      @Nullable BigDecimal x,
      @Nullable BigDecimal y,
      String storageClass,
      MixingPolicy mixing,
      @Nullable BigDecimal maxVolume,
      @Nullable BigDecimal maxWeight,
      @Nullable Integer maxUnitLoads,
      boolean active,
      boolean empty) {}

  /** A place as far as the ledger must know it. */
  public record LedgerPlace(
      long id,
      PlaceKind kind,
      long site,
      String siteCode,
      String siteName,
      String timeZone,
      String address,
      boolean available,
      boolean active,
      AreaPurpose purpose,
      boolean implied,
      boolean scrap,
      long pool) {

    /** How people call it. */
    public String called() {
      return address;
    }
  }

  /** Every site that someone may look at, with its areas. */
  @Transactional(readOnly = true)
  public List<SiteCard> sites(Actor actor) {
    List<AreaCard> all = areas.findAllByOrderByCode().stream().map(Places::card).toList();
    return sites.findAllByOrderByCode().stream()
        .filter(site -> actor.worksAt(site.id()))
        .map(site -> card(site, all))
        .toList();
  }

  /**
   * The number of the site with a code.
   *
   * @throws Problem if there is none
   */
  @Transactional(readOnly = true)
  public long coded(String code) {
    return sites
        .findByCode(code)
        .map(Site::id)
        .orElseThrow(() -> Problem.invalid("site", "There is no site {0}.", code));
  }

  /** The numbers of all bins of some sites, by the number of the site, a space, and the address. */
  @Transactional(readOnly = true)
  public Map<String, Long> numbered(Collection<Long> sites) {
    Map<String, Long> numbers = new HashMap<>();
    if (!sites.isEmpty()) {
      jdbc.sql("select site_id, address, id from place where kind = 'BIN' and site_id in (:sites)")
          .param("sites", sites)
          .query(
              row -> {
                numbers.put(row.getLong(1) + " " + row.getString(2), row.getLong(3));
              });
    }
    return numbers;
  }

  /** A bin by its number. */
  @Transactional(readOnly = true)
  public Optional<BinCard> bin(long id) {
    return jdbc.sql(BIN_CARD + " where p.id = ?").param(id).query(BinCard.class).optional();
  }

  private static final String BIN_CARD =
      """
      select p.id, p.version, p.site_id, p.area_id, a.name area, a.purpose, p.address, p.label,
        p.walk, p.x, p.y, p.storage_class, p.mixing, p.max_volume, p.max_weight, p.max_unit_loads,
        p.active,
        not exists (select 1 from on_hand s where s.place_id = p.id) empty
      from place p join area a on a.id = p.area_id
      """;

  /** The bins of a site, in walking order. */
  @Transactional(readOnly = true)
  public Page<BinCard> bins(long site, Long area, String starts, int offset, int limit) {
    String where =
        " where p.site_id = :site and p.kind = 'BIN'"
            + (area == null ? "" : " and p.area_id = :area")
            + (starts == null || starts.isBlank() ? "" : " and p.address like :starts");
    String like = starts == null ? "" : starts.strip().replaceAll("[%_\\\\]", "") + "%";
    long total =
        jdbc.sql("select count(*) from place p" + where)
            .param("site", site)
            .param("area", area)
            .param("starts", like)
            .query(Long.class)
            .single();
    List<BinCard> rows =
        jdbc.sql(BIN_CARD + where + " order by p.walk, p.address limit :limit offset :offset")
            .param("site", site)
            .param("area", area)
            .param("starts", like)
            .param("limit", Page.limit(limit))
            .param("offset", offset)
            .query(BinCard.class)
            .list();
    return new Page<>(total, offset, rows);
  }

  private static final String LEDGER_PLACE =
      """
      select p.id, p.kind, p.site_id site, coalesce(s.code, '') site_code,
        coalesce(s.name, '') site_name, coalesce(s.time_zone, 'UTC') time_zone, p.address,
        %s available, p.active, a.purpose, p.implied,
        p.scrap, if(p.kind = 'BIN' and not p.scrap, if(s.cost_site_id = 0, s.id, s.cost_site_id), -p.id) pool
      from place p left join site s on s.id = p.site_id left join area a on a.id = p.area_id
      """
          .formatted(AreaSql.AVAILABLE);

  /** Places as the ledger must know them. */
  public List<LedgerPlace> forLedger(Set<Long> ids) {
    return ids.isEmpty()
        ? List.of()
        : jdbc.sql(LEDGER_PLACE + " where p.id in (:ids)")
            .param("ids", ids)
            .query(LedgerPlace.class)
            .list();
  }

  /** The one contra place of a kind. */
  public long contra(PlaceKind kind) {
    return jdbc.sql("select id from place where kind = ? and site_id = 0")
        .param(kind.name())
        .query(Long.class)
        .single();
  }

  /** The bin that a label of ours names. */
  public Optional<LedgerPlace> ofLabel(OwnLabel label) {
    return jdbc.sql(LEDGER_PLACE + " where p.label = ? and p.kind = 'BIN'")
        .param(label.code())
        .query(LedgerPlace.class)
        .optional();
  }

  /** Bins by what stands on their labels after the letters: site code, dot, address. */
  public Map<String, LedgerPlace> labelled(Set<String> labels) {
    Map<String, LedgerPlace> bins = new HashMap<>();
    List<String> all = List.copyOf(labels);
    for (int from = 0; from < all.size(); from += LABELS_AT_ONCE) {
      jdbc.sql(LEDGER_PLACE + " where p.label in (:labels) and p.kind = 'BIN'")
          .param("labels", all.subList(from, Math.min(all.size(), from + LABELS_AT_ONCE)))
          .query(LedgerPlace.class)
          .list()
          .forEach(bin -> bins.put(bin.siteCode() + "." + bin.address(), bin));
    }
    return bins;
  }

  /** The bins with an address, at any site. */
  public List<LedgerPlace> atAddress(String address) {
    return jdbc.sql(LEDGER_PLACE + " where p.address = ? and p.kind = 'BIN' order by p.id")
        .param(address)
        .query(LedgerPlace.class)
        .list();
  }

  /** How goods come in at a site, as far as rules must know it. */
  public record Receiving(
      long site,
      String name,
      String timeZone,
      InboundFlow flow,
      BigDecimal overPercent,
      long overflowArea) {}

  /** How goods come in at a site. */
  public Receiving receiving(long site) {
    return jdbc.sql(
            "select id site, name, time_zone, inbound_flow flow, over_percent, overflow_area_id"
                + " overflow_area from site where id = ?")
        .param(site)
        .query(Receiving.class)
        .optional()
        .orElseThrow(() -> Problem.missing("site", site));
  }

  /**
   * Where goods land at a site: its docks, or the implied bin where there are none, in walking
   * order.
   */
  public List<Long> docks(long site) {
    List<Long> docks =
        jdbc.sql(
                "select p.id from place p join area a on a.id = p.area_id where p.site_id = ? and"
                    + " p.active and a.purpose = 'RECEIVE' order by p.walk, p.address")
            .param(site)
            .query(Long.class)
            .list();
    return docks.isEmpty()
        ? jdbc.sql("select id from place where site_id = ? and implied and active")
            .param(site)
            .query(Long.class)
            .list()
        : docks;
  }

  /** Where picked goods wait to leave a site: the first bin of its packing area, if it has one. */
  public Optional<Long> packing(long site) {
    return jdbc
        .sql(
            "select p.id from place p join area a on a.id = p.area_id where p.site_id = ? and"
                + " p.active and a.purpose = 'PACK' order by p.walk, p.address limit 1")
        .param(site)
        .query(Long.class)
        .stream()
        .findFirst();
  }

  /** Whether goods are put into a bin only when it was scanned, and not by a confirmation. */
  public boolean targetIsScanned(long place) {
    return jdbc.sql(
            "select coalesce(max(s.target_scanned), false) from place p"
                + " join site s on s.id = p.site_id and s.binned where p.id = ? and p.kind = 'BIN'")
        .param(place)
        .query(Boolean.class)
        .single();
  }

  /** Whether what the Floor sends unplanned from a site is looked through before it leaves. */
  public boolean reviewsUnplanned(long site) {
    return jdbc.sql("select unplanned_reviewed from site where id = ?")
        .param(site)
        .query(Boolean.class)
        .single();
  }

  /** How goods leave a site. */
  public record Leaving(
      long site, String name, String timeZone, OutboundFlow flow, boolean shortestRound) {}

  /** How goods leave a site. */
  public Leaving leaving(long site) {
    return jdbc.sql(
            "select id site, name, time_zone, outbound_flow flow, shortest_round from site"
                + " where id = ?")
        .param(site)
        .query(Leaving.class)
        .optional()
        .orElseThrow(() -> Problem.missing("site", site));
  }

  /** A bin of a block of aisles: its aisle's and its own place on the floor plan. */
  public record Standing(long id, BigDecimal x, BigDecimal y, AreaPurpose purpose) {}

  /** Where the bins of a site stand from which goods are picked, and where they are packed. */
  public List<Standing> standing(long site) {
    return jdbc.sql(
            "select p.id, p.x, p.y, a.purpose from place p join area a on a.id = p.area_id where"
                + " p.site_id = ? and p.active and p.x is not null and p.y is not null and"
                + " "
                + AreaSql.ON_ROUND)
        .param(site)
        .query(Standing.class)
        .list();
  }

  /** The site that each area belongs to. */
  public Map<Long, Long> sitesOfAreas() {
    Map<Long, Long> sites = new HashMap<>();
    jdbc.sql("select id, site_id from area")
        .query(
            row -> {
              sites.put(row.getLong(1), row.getLong(2));
            });
    return sites;
  }

  /** A place of its own for what a document has sent and nobody has received. */
  @Transactional
  public long inTransit(String document) {
    jdbc.sql("insert into place (kind, address, label) values ('IN_TRANSIT', ?, ?)")
        .params(document, "*ROAD." + document)
        .update();
    return jdbc.sql("select id from place where label = ?")
        .param("*ROAD." + document)
        .query(Long.class)
        .single();
  }

  /** A place of its own for what a document has set aside to go back to a supplier. */
  @Transactional
  public long setAside(String document) {
    jdbc.sql("insert into place (kind, address, label) values ('SUPPLIER_RETURN', ?, ?)")
        .params(document, "*ASIDE." + document)
        .update();
    return jdbc.sql("select id from place where label = ?")
        .param("*ASIDE." + document)
        .query(Long.class)
        .single();
  }

  /** A site as documents name it. */
  public record Named(
      long id,
      String code,
      String name,
      String street,
      String town,
      String timeZone,
      boolean virtual,
      String gln,
      String language) {}

  private static final String NAMED =
      "select id, code, name, street, town, time_zone, virtual_site `virtual`, gln, language from site";

  /** A site as documents name it, whoever asks. */
  public Named named(long site) {
    return jdbc.sql(NAMED + " where id = ?")
        .param(site)
        .query(Named.class)
        .optional()
        .orElseThrow(() -> Problem.missing("site", site));
  }

  /** Every site as documents name it, whoever asks. */
  public List<Named> allNamed() {
    return jdbc.sql(NAMED + " order by name").query(Named.class).list();
  }

  /** The one bin that a site without bins stands for, or stood for. */
  public Optional<LedgerPlace> implied(long site) {
    return jdbc.sql(LEDGER_PLACE + " where p.site_id = ? and p.implied")
        .param(site)
        .query(LedgerPlace.class)
        .optional();
  }

  /**
   * Where an item belongs at a site.
   *
   * @param address the bin; empty where the site has none
   * @param shelfNote where on the shelf; empty for nowhere in particular
   */
  public record Home(String address, String shelfNote) {
    /** It belongs nowhere. */
    public static final Home NONE = new Home("", "");
  }

  /** Where some items belong at a site; what belongs nowhere is left out. */
  public Map<Long, Home> homes(Set<Long> items, long site) {
    Map<Long, Home> homes = new HashMap<>();
    if (!items.isEmpty()) {
      jdbc.sql(
              "select h.item_id, if(p.implied, '', coalesce(p.address, '')), h.shelf_note"
                  + " from item_home h left join place p on p.id = h.place_id"
                  + " where h.site_id = :site and h.item_id in (:items)")
          .param("site", site)
          .param("items", items)
          .query(
              row -> {
                homes.put(row.getLong(1), new Home(row.getString(2), row.getString(3)));
              });
    }
    return homes;
  }

  /** The walk sequence of bins. */
  public Map<Long, Integer> walk(Set<Long> ids) {
    Map<Long, Integer> walk = new HashMap<>();
    if (!ids.isEmpty()) {
      jdbc.sql("select id, walk from place where id in (:ids)")
          .param("ids", ids)
          .query(
              row -> {
                walk.put(row.getLong(1), row.getInt(2));
              });
    }
    return walk;
  }

  /** The shelf note of an item at a site; empty if there is none. */
  public String shelfNote(long item, long site) {
    return jdbc.sql("select shelf_note from item_home where item_id = ? and site_id = ?")
        .params(item, site)
        .query(String.class)
        .optional()
        .orElse("");
  }

  /** Lets someone pass who may work at a site. Cheap: for each scan. */
  public void requireSite(@Nullable long site, Actor actor) {
    actor.requireSite(site, receiving(site).name());
  }

  /** A site that someone may work at. */
  @Transactional(readOnly = true)
  public SiteCard site(@Nullable long id, Actor actor) {
    return siteCard(theirs(id, actor));
  }

  Site theirs(long id, Actor actor) {
    Site site = sites.findById(id).orElseThrow(() -> Problem.missing("site", id));
    actor.requireSite(id, site.name());
    return site;
  }

  Area area(long id) {
    return areas.findById(id).orElseThrow(() -> Problem.missing("area", id));
  }

  SiteCard siteCard(Site site) {
    return card(site, areas.findAllByOrderByCode().stream().map(Places::card).toList());
  }

  SiteCard card(Site site, List<AreaCard> areas) {
    return new SiteCard(
        site.id(),
        site.version(),
        site.code(),
        site.name(),
        site.timeZone(),
        site.binned(),
        site.street(),
        site.town(),
        site.inboundFlow(),
        site.overflowAreaId() == 0 ? null : site.overflowAreaId(),
        site.overPercent(),
        site.virtual(),
        site.gln(),
        site.outboundFlow(),
        site.shortestRound(),
        site.workingDays(),
        site.transferDays(),
        calendar.holidays(site.id()),
        site.allocateAhead(),
        site.targetScanned(),
        site.unplannedReviewed(),
        site.binsForSome(),
        site.language(),
        areas.stream().filter(area -> area.siteId() == site.id()).toList());
  }

  static AreaCard card(Area area) {
    return new AreaCard(
        area.id(), area.version(), area.siteId(), area.code(), area.name(), area.purpose());
  }
}
