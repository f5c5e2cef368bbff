package app.reliquum.places;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.place.BinPattern;
import app.reliquum.core.place.BinPatternException;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.place.OutboundFlow;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.scan.Gtin;
import app.reliquum.core.scan.OwnLabel;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The sites of the house, their areas and bins. */
@Service
public class Places {

  private final SiteStore sites;
  private final AreaStore areas;
  private final BinStore bins;
  private final JdbcClient jdbc;
  private final ObjectProvider<PlaceUse> use;

  Places(
      SiteStore sites,
      AreaStore areas,
      BinStore bins,
      JdbcClient jdbc,
      ObjectProvider<PlaceUse> use) {
    this.sites = sites;
    this.areas = areas;
    this.bins = bins;
    this.jdbc = jdbc;
    this.use = use;
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

  /**
   * A site as entered.
   *
   * @param virtual whether it is no real place but only sets stock aside; null for no
   * @param gln the GS1 number of the location, by which others know it; null or empty for none
   * @param outboundFlow how goods leave; null for as before
   * @param shortestRound whether pickers walk the shortest round through its one block of aisles,
   *     by where its bins stand on the floor plan, and not by their sequence; null for as before
   */
  public record SiteEntry(
      Integer version,
      @NotNull @Pattern(regexp = "[A-Z0-9]{2,8}", message = "is 2 to 8 capital letters or digits")
          String code,
      @NotBlank @Size(max = 80) String name,
      @NotBlank String timeZone,
      boolean binned,
      @NotNull @Size(max = 120) String street,
      @NotNull @Size(max = 120) String town,
      InboundFlow inboundFlow,
      Long overflowArea,
      @PositiveOrZero BigDecimal overPercent,
      Boolean virtual,
      @Pattern(regexp = "([0-9]{13})?", message = "is 13 digits, or empty") String gln,
      OutboundFlow outboundFlow,
      Boolean shortestRound) {

    /** A site that receives as most do. */
    public static SiteEntry plain(
        String code, String name, String timeZone, boolean binned, String street, String town) {
      return new SiteEntry(
          null, code, name, timeZone, binned, street, town, null, null, null, null, null, null,
          null);
    }
  }

  /** An area as entered. */
  public record AreaEntry(
      Integer version,
      @NotNull @Pattern(regexp = "[A-Z0-9]{1,12}", message = "is 1 to 12 capital letters or digits")
          String code,
      @NotBlank @Size(max = 80) String name,
      @NotNull AreaPurpose purpose) {}

  /** What the bins of a rack have in common. */
  public record BinTraits(
      @Size(max = 20) @Nullable String storageClass,
      @NotNull MixingPolicy mixing,
      @PositiveOrZero @Nullable BigDecimal maxVolume,
      @PositiveOrZero @Nullable BigDecimal maxWeight,
      @PositiveOrZero @Nullable Integer maxUnitLoads,
      @Nullable BigDecimal x,
      @Nullable BigDecimal y) {

    /** Anything may lie there, and there are no limits. */
    public static BinTraits plain() {
      return new BinTraits("", MixingPolicy.ANYTHING, null, null, null, null, null);
    }
  }

  /** One bin as changed. */
  public record BinEntry(
      @NotNull Integer version,
      long areaId,
      int walk,
      boolean active,
      @NotNull @jakarta.validation.Valid BinTraits traits) {}

  /**
   * A whole rack as entered.
   *
   * @param pattern the addresses, as {@link BinPattern} reads them
   * @param walkFrom the walk sequence of the first bin
   * @param walkStep how much it rises from bin to bin
   * @param levels how many bins of the pattern stand above one another in a bay
   * @param stepX how far the next bay stands along the floor plan, in metres
   * @param stepY how far it stands across
   */
  public record RackEntry(
      long areaId,
      @NotBlank @Size(max = 120) String pattern,
      @PositiveOrZero int walkFrom,
      @Min(1) int walkStep,
      @Min(1) int levels,
      BigDecimal stepX,
      BigDecimal stepY,
      @NotNull @jakarta.validation.Valid BinTraits traits) {}

  /**
   * What a rack pattern makes.
   *
   * @param count how many bins
   * @param first the first addresses
   * @param last the last address
   * @param taken addresses that the site has already
   */
  public record Rack(int count, List<String> first, String last, List<String> taken) {}

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

  /** Opens a site. A site without bins gets its one implied bin. */
  @Transactional
  public SiteCard addSite(SiteEntry entry) {
    checkZone(entry.timeZone());
    if (sites.findByCode(entry.code()).isPresent()) {
      throw Problem.conflict("not-unique", "There is a site " + entry.code() + " already.")
          .with("field", "code");
    }
    boolean virtual = Boolean.TRUE.equals(entry.virtual());
    if (virtual && entry.binned()) {
      throw Problem.invalid("binned", "A virtual site has no bins.");
    }
    Site site = new Site(entry.code(), entry.binned(), virtual);
    site.describe(entry.name(), entry.timeZone(), entry.street(), entry.town());
    receives(site, entry);
    sends(site, entry);
    sites.save(site);
    if (!entry.binned()) {
      // What is set aside is on hand and not available.
      AreaPurpose purpose = virtual ? AreaPurpose.HOLD : AreaPurpose.PICK;
      Area floor = areas.save(new Area(site.id(), "ALL", entry.name(), purpose));
      Bin implied = new Bin(site, floor, entry.code());
      implied.describe(BinTraits.plain(), 0);
      implied.implied();
      bins.save(implied);
    }
    return siteCard(site);
  }

  @Transactional
  public SiteCard changeSite(long id, SiteEntry entry, Actor actor) {
    Site site = theirs(id, actor);
    checkZone(entry.timeZone());
    Problem.unlessCurrent(entry.version(), site.version());
    site.describe(entry.name(), entry.timeZone(), entry.street(), entry.town());
    receives(site, entry);
    sends(site, entry);
    if (entry.binned() && !site.binned()) {
      site.turnBinsOn();
      implied(id)
          .flatMap(place -> bins.findById(place.id()))
          .ifPresent(bin -> bin.notYetBinned(site));
    } else if (!entry.binned() && site.binned()) {
      throw Problem.refused("binned", site.name() + " has bins; they can't be turned off again.");
    }
    sites.saveAndFlush(site);
    return siteCard(site);
  }

  private void receives(Site site, SiteEntry entry) {
    long overflow = entry.overflowArea() == null ? 0 : entry.overflowArea();
    if (overflow != 0 && (site.id() == null || area(overflow).siteId() != site.id())) {
      throw Problem.invalid("overflowArea", "The overflow area must be one of the site itself.");
    }
    if (entry.gln() != null) {
      checkGln(entry.gln());
      site.known(entry.gln());
    }
    site.receives(
        entry.inboundFlow() == null ? site.inboundFlow() : entry.inboundFlow(),
        overflow,
        entry.overPercent() == null ? site.overPercent() : entry.overPercent());
  }

  private static void sends(Site site, SiteEntry entry) {
    site.sends(
        entry.outboundFlow() == null ? site.outboundFlow() : entry.outboundFlow(),
        entry.shortestRound() == null ? site.shortestRound() : entry.shortestRound());
  }

  @Transactional
  public AreaCard addArea(long siteId, AreaEntry entry, Actor actor) {
    Site site = theirs(siteId, actor);
    if (areas.findBySiteIdAndCode(siteId, entry.code()).isPresent()) {
      throw Problem.conflict(
              "not-unique", site.name() + " has an area " + entry.code() + " already.")
          .with("field", "code");
    }
    return card(areas.save(new Area(siteId, entry.code(), entry.name(), entry.purpose())));
  }

  @Transactional
  public AreaCard changeArea(long id, AreaEntry entry, Actor actor) {
    Area area = area(id);
    theirs(area.siteId(), actor);
    Problem.unlessCurrent(entry.version(), area.version());
    boolean other = area.purpose().available() != entry.purpose().available();
    area.describe(entry.name(), entry.purpose());
    AreaCard card = card(areas.saveAndFlush(area));
    if (other) {
      use.ifAvailable(keeper -> keeper.availabilityChanged(area.siteId()));
    }
    return card;
  }

  /** The highest number that a bin may have in the walk of its site. */
  private static final int MOST_WALK = 1_000_000_000;

  /** Says what a rack pattern would make, and makes nothing. */
  @Transactional(readOnly = true)
  public Rack tryRack(RackEntry entry, Actor actor) {
    Area area = area(entry.areaId());
    theirs(area.siteId(), actor);
    List<String> addresses = read(entry.pattern()).addresses();
    List<String> taken =
        addresses.stream().filter(taken(area.siteId())::contains).limit(20).toList();
    return new Rack(
        addresses.size(),
        addresses.subList(0, Math.min(6, addresses.size())),
        addresses.get(addresses.size() - 1),
        taken);
  }

  /** Makes every bin of a rack, or none. */
  @Transactional
  public Rack addRack(RackEntry entry, Actor actor) {
    Area area = area(entry.areaId());
    Site site = theirs(area.siteId(), actor);
    if (!site.binned()) {
      throw Problem.refused("unbinned", site.name() + " has no bins.");
    }
    Rack rack = tryRack(entry, actor);
    if (!rack.taken().isEmpty()) {
      throw Problem.conflict(
              "not-unique", site.name() + " has " + String.join(", ", rack.taken()) + " already.")
          .with("field", "pattern")
          .with("taken", rack.taken());
    }
    List<Bin> made = new ArrayList<>();
    int walk = entry.walkFrom();
    checkWalk(entry, rack.count());
    for (String address : read(entry.pattern()).addresses()) {
      Bin bin = new Bin(site, area, address);
      bin.describe(entry.traits(), walk);
      BigDecimal bay = BigDecimal.valueOf(made.size() / entry.levels());
      bin.standsAt(
          along(entry.traits().x(), entry.stepX(), bay),
          along(entry.traits().y(), entry.stepY(), bay));
      made.add(bin);
      walk += entry.walkStep();
    }
    bins.saveAll(made);
    return rack;
  }

  private static void checkWalk(RackEntry entry, int count) {
    long last = entry.walkFrom() + (long) entry.walkStep() * Math.max(0, count - 1);
    if (last > MOST_WALK) {
      throw Problem.invalid(
              "walkStep",
              "The last bin would be number %d of the walk; at most %d can be."
                  .formatted(last, MOST_WALK))
          .with("last", last)
          .with("most", MOST_WALK);
    }
  }

  private static BigDecimal along(BigDecimal start, BigDecimal step, BigDecimal bay) {
    return start == null || step == null ? start : start.add(step.multiply(bay));
  }

  @Transactional
  public BinCard changeBin(long id, BinEntry entry, Actor actor) {
    Bin bin =
        bins.findById(id)
            .filter(found -> found.kind() == PlaceKind.BIN)
            .orElseThrow(() -> Problem.missing("bin", id));
    theirs(bin.siteId(), actor);
    Problem.unlessCurrent(entry.version(), bin.version());
    Area area = area(entry.areaId());
    if (area.siteId() != bin.siteId()) {
      throw Problem.invalid("areaId", "That area belongs to another site.");
    }
    PlaceUse keeper = use.getIfAvailable();
    if (!entry.active() && bin.active() && keeper != null && keeper.holdsGoods(id)) {
      throw Problem.refused(
          "not-empty", "Goods lie in " + bin.address() + ". Move them first, then close it.");
    }
    boolean moved = bin.areaId() != area.id();
    bin.area(area);
    bin.describe(entry.traits(), entry.walk());
    bin.active(entry.active());
    bins.saveAndFlush(bin);
    if (moved && keeper != null) {
      keeper.availabilityChanged(bin.siteId());
    }
    return bin(id).orElseThrow();
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
        if(p.kind = 'BIN', if(s.cost_site_id = 0, s.id, s.cost_site_id), -p.id) pool
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
    jdbc.sql(LEDGER_PLACE + " where p.label in (:labels) and p.kind = 'BIN'")
        .param("labels", labels)
        .query(LedgerPlace.class)
        .list()
        .forEach(bin -> bins.put(bin.siteCode() + "." + bin.address(), bin));
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
  public long road(String document) {
    jdbc.sql("insert into place (kind, address, label) values ('IN_TRANSIT', ?, ?)")
        .params(document, "*ROAD." + document)
        .update();
    return jdbc.sql("select id from place where label = ?")
        .param("*ROAD." + document)
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
      String gln) {}

  private static final String NAMED =
      "select id, code, name, street, town, time_zone, virtual_site `virtual`, gln from site";

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
  public void requireSite(long site, Actor actor) {
    actor.requireSite(site, receiving(site).name());
  }

  /** A site that someone may work at. */
  @Transactional(readOnly = true)
  public SiteCard site(long id, Actor actor) {
    return siteCard(theirs(id, actor));
  }

  private Site theirs(long id, Actor actor) {
    Site site = sites.findById(id).orElseThrow(() -> Problem.missing("site", id));
    actor.requireSite(id, site.name());
    return site;
  }

  private Area area(long id) {
    return areas.findById(id).orElseThrow(() -> Problem.missing("area", id));
  }

  private Set<String> taken(long site) {
    return new HashSet<>(
        jdbc.sql("select address from place where site_id = ?")
            .param(site)
            .query(String.class)
            .list());
  }

  private static BinPattern read(String pattern) {
    try {
      return BinPattern.of(pattern.strip());
    } catch (BinPatternException fault) {
      throw Problem.invalid("pattern", fault.getMessage()).with("offset", fault.offset());
    }
  }

  private static void checkZone(String zone) {
    try {
      ZoneId.of(zone);
    } catch (DateTimeException unknown) {
      throw Problem.invalid("timeZone", "'" + zone + "' is no time zone, like Europe/London.");
    }
  }

  private static void checkGln(String gln) {
    if (!gln.isEmpty() && Gtin.checkDigit(gln.substring(0, 12)) != gln.charAt(12)) {
      throw Problem.invalid("gln", "The last digit of " + gln + " is not its check digit.");
    }
  }

  private SiteCard siteCard(Site site) {
    return card(site, areas.findAllByOrderByCode().stream().map(Places::card).toList());
  }

  private static SiteCard card(Site site, List<AreaCard> areas) {
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
        areas.stream().filter(area -> area.siteId() == site.id()).toList());
  }

  private static AreaCard card(Area area) {
    return new AreaCard(
        area.id(), area.version(), area.siteId(), area.code(), area.name(), area.purpose());
  }
}
