package app.reliquum.places;

import app.reliquum.core.place.InboundFlow;
import app.reliquum.core.place.OutboundFlow;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.math.BigDecimal;
import java.time.DayOfWeek;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** A warehouse, shop, van or yard. */
@SuppressWarnings("NullAway.Init") // Hibernate, or what adds one, fills it
@Entity
@Table(name = "site")
class Site {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private int version;
  private String code;
  private String name;
  private String timeZone;
  private boolean binned;
  private String street;
  private String town;

  @Enumerated(EnumType.STRING)
  @Column(columnDefinition = "varchar(20)")
  private InboundFlow inboundFlow = InboundFlow.DOCK_FIRST;

  private long overflowAreaId;
  private BigDecimal overPercent = BigDecimal.TEN;

  /** It has no address and only sets stock aside. */
  @Column(name = "virtual_site")
  private boolean virtual;

  private String gln = "";

  @Enumerated(EnumType.STRING)
  @Column(columnDefinition = "varchar(20)")
  private OutboundFlow outboundFlow = OutboundFlow.PICK_HAND_OVER;

  private boolean shortestRound;
  private boolean targetScanned;
  private boolean unplannedReviewed;
  private boolean binsForSome;
  private String workingDays = "MONDAY,TUESDAY,WEDNESDAY,THURSDAY,FRIDAY";
  private int transferDays = 1;
  private @Nullable Integer allocateAhead;
  private String language = "";

  protected Site() {}

  Site(String code, boolean binned, boolean virtual) {
    this.code = code;
    this.binned = binned;
    this.virtual = virtual;
  }

  void known(String gln) {
    this.gln = gln;
  }

  boolean virtual() {
    return virtual;
  }

  String gln() {
    return gln;
  }

  void describe(String name, String timeZone, String street, String town) {
    this.name = name;
    this.timeZone = timeZone;
    this.street = street;
    this.town = town;
  }

  void speaks(String language) {
    this.language = language;
  }

  String language() {
    return language;
  }

  void receives(InboundFlow flow, long overflowArea, BigDecimal overPercent) {
    this.inboundFlow = flow;
    this.overflowAreaId = overflowArea;
    this.overPercent = overPercent;
  }

  void sends(OutboundFlow flow, boolean shortestRound) {
    this.outboundFlow = flow;
    this.shortestRound = shortestRound;
  }

  OutboundFlow outboundFlow() {
    return outboundFlow;
  }

  boolean shortestRound() {
    return shortestRound;
  }

  void putsAway(boolean targetScanned) {
    this.targetScanned = targetScanned;
  }

  boolean targetScanned() {
    return targetScanned;
  }

  void reviewsUnplanned(boolean unplannedReviewed) {
    this.unplannedReviewed = unplannedReviewed;
  }

  boolean unplannedReviewed() {
    return unplannedReviewed;
  }

  void works(Set<DayOfWeek> days, int transferDays) {
    this.workingDays = SiteCalendar.kept(days);
    this.transferDays = transferDays;
  }

  Set<DayOfWeek> workingDays() {
    return SiteCalendar.days(workingDays);
  }

  int transferDays() {
    return transferDays;
  }

  void allocates(@Nullable Integer ahead) {
    this.allocateAhead = ahead;
  }

  @Nullable Integer allocateAhead() {
    return allocateAhead;
  }

  /**
   * Goods are kept in bins from now on.
   *
   * @param forSome only those of items that have a home bin here
   */
  void turnBinsOn(boolean forSome) {
    this.binned = true;
    this.binsForSome = forSome;
  }

  boolean binsForSome() {
    return binsForSome;
  }

  /** Whether its implied bin is one that goods are kept in, and not only left over in. */
  boolean usesImplied() {
    return !binned || binsForSome;
  }

  Long id() {
    return id;
  }

  int version() {
    return version;
  }

  String code() {
    return code;
  }

  String name() {
    return name;
  }

  String timeZone() {
    return timeZone;
  }

  boolean binned() {
    return binned;
  }

  String street() {
    return street;
  }

  InboundFlow inboundFlow() {
    return inboundFlow;
  }

  long overflowAreaId() {
    return overflowAreaId;
  }

  BigDecimal overPercent() {
    return overPercent;
  }

  String town() {
    return town;
  }
}
