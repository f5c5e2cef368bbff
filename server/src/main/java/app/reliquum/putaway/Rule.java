package app.reliquum.putaway;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/** A put-away rule: an item or a category goes to an area or a bin, up to a capacity. */
@Entity
@Table(name = "put_away_rule")
class Rule {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private int version;
  private long siteId;
  private long itemId;
  private String category = "";
  private long areaId;
  private long placeId;
  private int priority;
  private @Nullable BigDecimal capacityPacks;
  private String capacityPack = "";
  private @Nullable BigDecimal capacity;
  private boolean active;

  protected Rule() {}

  Rule(long siteId) {
    this.siteId = siteId;
  }

  void appliesTo(long item, String category) {
    this.itemId = item;
    this.category = category;
  }

  void goesTo(long area, long place) {
    this.areaId = area;
    this.placeId = place;
  }

  void describe(int priority, boolean active) {
    this.priority = priority;
    this.active = active;
  }

  void capacity(@Nullable BigDecimal packs, String pack, @Nullable BigDecimal inBaseUnits) {
    this.capacityPacks = packs;
    this.capacityPack = pack;
    this.capacity = inBaseUnits;
  }

  Long id() {
    return id;
  }

  int version() {
    return version;
  }

  long siteId() {
    return siteId;
  }
}
