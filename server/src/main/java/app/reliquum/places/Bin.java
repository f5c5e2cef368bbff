package app.reliquum.places;

import app.reliquum.core.place.AreaPurpose;
import app.reliquum.core.place.MixingPolicy;
import app.reliquum.core.place.PlaceKind;
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
import org.jspecify.annotations.Nullable;

/** A bin of a site. */
@SuppressWarnings("NullAway.Init") // Hibernate, or what adds one, fills it
@Entity
@Table(name = "place")
class Bin {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private int version;

  @Enumerated(EnumType.STRING)
  @Column(columnDefinition = "varchar(20)")
  private PlaceKind kind = PlaceKind.BIN;

  private long siteId;
  private long areaId;
  private String address;
  private String label;
  private int walk;
  private @Nullable BigDecimal x;
  private @Nullable BigDecimal y;
  private String storageClass = "";

  @Enumerated(EnumType.STRING)
  @Column(columnDefinition = "varchar(20)")
  private MixingPolicy mixing = MixingPolicy.ANYTHING;

  private @Nullable BigDecimal maxVolume;
  private @Nullable BigDecimal maxWeight;
  private @Nullable Integer maxUnitLoads;
  private boolean active = true;
  private boolean implied;
  private boolean scrap;

  protected Bin() {}

  Bin(Site site, Area area, String address) {
    this.siteId = site.id();
    area(area);
    this.address = address;
    this.label = site.code() + "." + address;
  }

  void describe(SiteSetup.BinTraits traits, int walk) {
    this.walk = walk;
    this.x = traits.x();
    this.y = traits.y();
    this.storageClass = traits.storageClass() == null ? "" : traits.storageClass();
    this.mixing = traits.mixing();
    this.maxVolume = traits.maxVolume();
    this.maxWeight = traits.maxWeight();
    this.maxUnitLoads = traits.maxUnitLoads();
  }

  void standsAt(@Nullable BigDecimal x, @Nullable BigDecimal y) {
    this.x = x;
    this.y = y;
  }

  /** Makes it the one bin that a site without bins stands for. */
  void implied() {
    this.implied = true;
  }

  /** From now on what lies here waits to be put into bins. */
  void notYetBinned(Site site) {
    this.address = "NOT-YET-BINNED";
    this.label = site.code() + "." + address;
  }

  final void area(Area area) {
    this.areaId = area.id();
    this.scrap = area.purpose() == AreaPurpose.SCRAP;
  }

  void active(boolean active) {
    this.active = active;
  }

  Long id() {
    return id;
  }

  int version() {
    return version;
  }

  PlaceKind kind() {
    return kind;
  }

  long siteId() {
    return siteId;
  }

  long areaId() {
    return areaId;
  }

  String address() {
    return address;
  }

  boolean scrap() {
    return scrap;
  }

  boolean active() {
    return active;
  }
}
