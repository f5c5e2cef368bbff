package app.reliquum.places;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Texts;
import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.place.BinPattern;
import app.reliquum.core.place.BinPatternException;
import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.place.OutboundFlow;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.scan.Gtin;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sites, areas and bins as they are set up and changed; whole racks by a pattern. */
@Service
public class SiteSetup {

  private final SiteStore sites;
  private final AreaStore areas;
  private final BinStore bins;
  private final JdbcClient jdbc;
  private final ObjectProvider<PlaceUse> use;
  private final Places places;
  private final SiteCalendar calendar;
  private final RowLog rowLog;

  SiteSetup(
      SiteStore sites,
      AreaStore areas,
      BinStore bins,
      JdbcClient jdbc,
      ObjectProvider<PlaceUse> use,
      Places places,
      SiteCalendar calendar,
      RowLog rowLog) {
    this.rowLog = rowLog;
    this.places = places;
    this.calendar = calendar;
    this.sites = sites;
    this.areas = areas;
    this.bins = bins;
    this.jdbc = jdbc;
    this.use = use;
  }

  /**
   * A site as entered.
   *
   * @param virtual whether it is no real place but only sets stock aside; null for no
   * @param gln the GS1 number of the location, by which others know it; null or empty for none
   * @param outboundFlow how goods leave; null for as before
   * @param shortestRound whether pickers walk the shortest round through its one block of aisles,
   *     by where its bins stand on the floor plan, and not by their sequence; null for as before
   * @param workingDays the days of the week on which it works; null for as before
   * @param transferDays working days that goods from another site take; null for as before
   * @param holidays days on which it does not work; null for as before
   * @param allocateAhead each morning stock is looked for orders that are needed within so many
   *     days; null for never
   * @param targetScanned whether goods are put into a bin only when it was scanned, not when it was
   *     only suggested and confirmed; null for as before
   * @param unplannedReviewed whether what the Floor sends unplanned is looked through in the Office
   *     before it leaves
   * @param binsForSome whether only items with a home bin here are kept in bins, and all others as
   *     at a site without bins; null for as before
   * @param language that of papers and labels for it; null for as before
   */
  public record SiteEntry(
      @Nullable Integer version,
      @NotNull @Pattern(regexp = "[A-Z0-9]{2,8}", message = "is 2 to 8 capital letters or digits")
          String code,
      @NotBlank @Size(max = 80) String name,
      @NotBlank String timeZone,
      boolean binned,
      @NotNull @Size(max = 120) String street,
      @NotNull @Size(max = 120) String town,
      @Nullable InboundFlow inboundFlow,
      @Nullable Long overflowArea,
      @PositiveOrZero @Nullable BigDecimal overPercent,
      @Nullable Boolean virtual,
      @Pattern(regexp = "([0-9]{13})?", message = "is 13 digits, or empty") @Nullable String gln,
      @Nullable OutboundFlow outboundFlow,
      @Nullable Boolean shortestRound,
      @Size(min = 1, message = "is one day of the week at least")
          @Nullable Set<DayOfWeek> workingDays,
      @Min(0) @Max(99) @Nullable Integer transferDays,
      @Size(max = 400) @Nullable List<@Valid HolidayEntry> holidays,
      @Min(0) @Max(99) @Nullable Integer allocateAhead,
      @Nullable Boolean targetScanned,
      @Nullable Boolean unplannedReviewed,
      @Nullable Boolean binsForSome,
      @Pattern(regexp = Texts.LANGUAGE, message = Texts.LANGUAGE_WANTED)
          @Nullable String language) {

    /** A site that receives as most do. */
    public static SiteEntry plain(
        String code, String name, String timeZone, boolean binned, String street, String town) {
      return new SiteEntry(
          null, code, name, timeZone, binned, street, town, null, null, null, null, null, null,
          null, null, null, null, null, null, null, null, null);
    }
  }

  /** A day on which a site does not work, as entered. */
  public record HolidayEntry(@NotNull LocalDate day, @NotNull @Size(max = 80) String name) {}

  /** An area as entered. */
  public record AreaEntry(
      @Nullable Integer version,
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
      @NotNull @Valid BinTraits traits) {}

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
      @NotNull @Valid BinTraits traits) {}

  /**
   * What a rack pattern makes.
   *
   * @param count how many bins
   * @param first the first addresses
   * @param last the last address
   * @param taken addresses that the site has already
   */
  public record Rack(int count, List<String> first, String last, List<String> taken) {}

  /** Opens a site. A site without bins gets its one implied bin. */
  @Transactional
  public Places.SiteCard addSite(SiteEntry entry) {
    checkZone(entry.timeZone());
    if (sites.findByCode(entry.code()).isPresent()) {
      throw Problem.conflict("not-unique", "There is a site {0} already.", entry.code())
          .with("field", "code");
    }
    boolean virtual = Boolean.TRUE.equals(entry.virtual());
    if (virtual && entry.binned()) {
      throw Problem.invalid("binned", "A virtual site has no bins.");
    }
    rowLog.changing("sites", entry.code());
    Site site = new Site(entry.code(), entry.binned(), virtual);
    describe(site, entry);
    receives(site, entry);
    sends(site, entry);
    works(site, entry);
    if (entry.binned()) {
      site.turnBinsOn(Boolean.TRUE.equals(entry.binsForSome()));
    }
    sites.save(site);
    writeHolidays(site, entry);
    if (site.usesImplied()) {
      // What is set aside is on hand and not available.
      AreaPurpose purpose = virtual ? AreaPurpose.HOLD : AreaPurpose.PICK;
      Area floor = areas.save(new Area(site.id(), "ALL", entry.name(), purpose));
      Bin implied = new Bin(site, floor, entry.code());
      implied.describe(BinTraits.plain(), 0);
      implied.implied();
      bins.save(implied);
    }
    return places.siteCard(site);
  }

  @Transactional
  public Places.SiteCard changeSite(long id, SiteEntry entry, Actor actor) {
    Site site = places.theirs(id, actor);
    checkZone(entry.timeZone());
    Problem.unlessCurrent(entry.version(), site.version());
    rowLog.changing("sites", site.code());
    rowLog.changing("areas", site.code());
    boolean otherDays = !site.timeZone().equals(entry.timeZone());
    describe(site, entry);
    receives(site, entry);
    sends(site, entry);
    works(site, entry);
    writeHolidays(site, entry);
    if (entry.binned()) {
      turnBinsOn(site, entry.binsForSome() == null ? site.binsForSome() : entry.binsForSome());
    } else if (!entry.binned() && site.binned()) {
      throw Problem.refused("binned", "{0} has bins; they can't be turned off again.", site.name());
    }
    sites.saveAndFlush(site);
    if (otherDays) {
      use.ifAvailable(keeper -> keeper.daysChanged(id));
    }
    return places.siteCard(site);
  }

  private static void describe(Site site, SiteEntry entry) {
    site.describe(entry.name(), entry.timeZone(), entry.street(), entry.town());
    if (entry.language() != null) {
      site.speaks(entry.language());
    }
  }

  private void turnBinsOn(Site site, boolean forSome) {
    boolean implied = site.usesImplied();
    if (forSome && !implied) {
      throw Problem.refused(
              "binned", "All goods of {0} are kept in bins; that stays so.", site.name())
          .with("field", "binsForSome");
    }
    site.turnBinsOn(forSome);
    if (implied && !forSome) {
      places
          .implied(site.id())
          .flatMap(place -> bins.findById(place.id()))
          .ifPresent(bin -> bin.notYetBinned(site));
    }
  }

  private void receives(Site site, SiteEntry entry) {
    long overflow = entry.overflowArea() == null ? 0 : entry.overflowArea();
    if (overflow != 0 && (site.id() == null || places.area(overflow).siteId() != site.id())) {
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
    site.putsAway(entry.targetScanned() == null ? site.targetScanned() : entry.targetScanned());
    site.reviewsUnplanned(
        entry.unplannedReviewed() == null ? site.unplannedReviewed() : entry.unplannedReviewed());
    site.sends(
        entry.outboundFlow() == null ? site.outboundFlow() : entry.outboundFlow(),
        entry.shortestRound() == null ? site.shortestRound() : entry.shortestRound());
  }

  private static void works(Site site, SiteEntry entry) {
    site.allocates(entry.allocateAhead());
    site.works(
        entry.workingDays() == null ? site.workingDays() : entry.workingDays(),
        entry.transferDays() == null ? site.transferDays() : entry.transferDays());
  }

  /** Says on which days a site works. */
  @Transactional
  public void works(long id, Set<DayOfWeek> days, List<SiteCalendar.Holiday> holidays) {
    Site site = sites.findById(id).orElseThrow(() -> Problem.missing("site", id));
    site.works(days, site.transferDays());
    sites.saveAndFlush(site);
    calendar.write(id, holidays);
  }

  private void writeHolidays(Site site, SiteEntry entry) {
    if (entry.holidays() != null) {
      calendar.write(
          site.id(),
          entry.holidays().stream()
              .map(one -> new SiteCalendar.Holiday(one.day(), one.name()))
              .toList());
    }
  }

  @Transactional
  public Places.AreaCard addArea(long siteId, AreaEntry entry, Actor actor) {
    Site site = places.theirs(siteId, actor);
    if (areas.findBySiteIdAndCode(siteId, entry.code()).isPresent()) {
      throw Problem.conflict(
              "not-unique", "{0} has an area {1} already.", site.name(), entry.code())
          .with("field", "code");
    }
    rowLog.changing("areas", site.code(), entry.code());
    return Places.card(areas.save(new Area(siteId, entry.code(), entry.name(), entry.purpose())));
  }

  @Transactional
  public Places.AreaCard changeArea(long id, AreaEntry entry, Actor actor) {
    Area area = places.area(id);
    Site site = places.theirs(area.siteId(), actor);
    Problem.unlessCurrent(entry.version(), area.version());
    rowLog.changing("areas", site.code(), area.code());
    boolean other = area.purpose().available() != entry.purpose().available();
    scrap(area, entry.purpose());
    area.describe(entry.name(), entry.purpose());
    Places.AreaCard card = Places.card(areas.saveAndFlush(area));
    if (other) {
      use.ifAvailable(keeper -> keeper.availabilityChanged(area.siteId()));
    }
    return card;
  }

  /** Makes the bins of an area scrap places, or others: as long as nothing was posted to them. */
  private void scrap(Area area, AreaPurpose wanted) {
    boolean scrap = wanted == AreaPurpose.SCRAP;
    if (scrap == (area.purpose() == AreaPurpose.SCRAP)) {
      return;
    }
    checkUnused(binsOf(area.id()), area.name());
    jdbc.sql("update place set scrap = ?, version = version + 1 where area_id = ? and kind = 'BIN'")
        .params(scrap, area.id())
        .update();
  }

  private List<Long> binsOf(long area) {
    return jdbc.sql("select id from place where area_id = ? and kind = 'BIN' order by id")
        .param(area)
        .query(Long.class)
        .list();
  }

  /** Goods in scrap places are valued by themselves: what was posted was valued the one way. */
  private void checkUnused(List<Long> places, String called) {
    PlaceUse keeper = use.getIfAvailable();
    if (keeper != null && keeper.inLedger(places)) {
      throw Problem.refused(
              "scrap-settled",
              "Goods have lain in {0} already, and scrap is valued apart from other goods. Make a new area for scrap, with bins of its own.",
              called)
          .with("place", called);
    }
  }

  /** The highest number that a bin may have in the walk of its site. */
  private static final int MOST_WALK = 1_000_000_000;

  /** Says what a rack pattern would make, and makes nothing. */
  @Transactional(readOnly = true)
  public Rack tryRack(RackEntry entry, Actor actor) {
    Area area = places.area(entry.areaId());
    places.theirs(area.siteId(), actor);
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
    Area area = places.area(entry.areaId());
    Site site = places.theirs(area.siteId(), actor);
    if (!site.binned()) {
      throw Problem.refused("unbinned", "{0} has no bins.", site.name());
    }
    Rack rack = tryRack(entry, actor);
    if (!rack.taken().isEmpty()) {
      throw Problem.conflict(
              "not-unique", "{0} has {1} already.", site.name(), String.join(", ", rack.taken()))
          .with("field", "pattern")
          .with("taken", rack.taken());
    }
    rowLog.changing(
        "bins",
        read(entry.pattern()).addresses().stream()
            .map(address -> List.of(site.code(), address))
            .toList());
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
              "The last bin would be number {0} of the walk; at most {1} can be.",
              last,
              MOST_WALK)
          .with("last", last)
          .with("most", MOST_WALK);
    }
  }

  private static @Nullable BigDecimal along(
      @Nullable BigDecimal start, BigDecimal step, BigDecimal bay) {
    return start == null || step == null ? start : start.add(step.multiply(bay));
  }

  @Transactional
  public Places.BinCard changeBin(long id, BinEntry entry, Actor actor) {
    Bin bin =
        bins.findById(id)
            .filter(found -> found.kind() == PlaceKind.BIN)
            .orElseThrow(() -> Problem.missing("bin", id));
    Site site = places.theirs(bin.siteId(), actor);
    Problem.unlessCurrent(entry.version(), bin.version());
    rowLog.changing("bins", site.code(), bin.address());
    Area area = places.area(entry.areaId());
    if (area.siteId() != bin.siteId()) {
      throw Problem.invalid("areaId", "That area belongs to another site.");
    }
    PlaceUse keeper = use.getIfAvailable();
    if (!entry.active() && bin.active() && keeper != null && keeper.holdsGoods(id)) {
      throw Problem.refused(
          "not-empty", "Goods lie in {0}. Move them first, then close it.", bin.address());
    }
    boolean moved = bin.areaId() != area.id();
    if (bin.scrap() != (area.purpose() == AreaPurpose.SCRAP)) {
      checkUnused(List.of(id), bin.address());
    }
    bin.area(area);
    bin.describe(entry.traits(), entry.walk());
    bin.active(entry.active());
    bins.saveAndFlush(bin);
    if (moved && keeper != null) {
      keeper.availabilityChanged(bin.siteId());
    }
    return places.bin(id).orElseThrow();
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
      throw Problem.invalid("pattern", fault).with("offset", fault.offset());
    }
  }

  private static void checkZone(String zone) {
    try {
      ZoneId.of(zone);
    } catch (DateTimeException unknown) {
      throw Problem.invalid("timeZone", "'{0}' is no time zone, like Europe/London.", zone);
    }
  }

  private static void checkGln(String gln) {
    if (!gln.isEmpty() && Gtin.checkDigit(gln.substring(0, 12)) != gln.charAt(12)) {
      throw Problem.invalid("gln", "The last digit of {0} is not its check digit.", gln);
    }
  }
}
