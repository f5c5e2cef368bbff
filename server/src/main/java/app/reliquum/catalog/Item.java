package app.reliquum.catalog;

import app.reliquum.api.Problem;
import app.reliquum.core.category.CategoryPath;
import app.reliquum.core.quantity.MeasureRule;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import org.jspecify.annotations.Nullable;

/** Something that the house keeps. */
@SuppressWarnings("NullAway.Init") // Hibernate, or what adds one, fills it
@Entity
@Table(name = "item")
class Item {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private int version;
  private String code;
  private String name;
  private String category;

  @Enumerated(EnumType.STRING)
  @Column(columnDefinition = "varchar(20)")
  private UnitOfMeasure unit;

  private int decimals;

  @Enumerated(EnumType.STRING)
  @Column(columnDefinition = "varchar(16)")
  private Tracking tracking;

  private @Nullable Integer shelfLifeDays;
  private String hazardClass;
  private String storageClass;
  private String lotRule = "";
  private String serialRule = "";
  private boolean active = true;

  protected Item() {}

  Item(String code) {
    this.code = code;
  }

  void describe(ItemSetup.ItemEntry entry) {
    this.name = entry.name().strip();
    this.category = category(entry.category());
    this.shelfLifeDays = entry.shelfLifeDays();
    this.hazardClass = entry.hazardClass();
    this.storageClass = entry.storageClass();
    this.lotRule = entry.lotRule() == null ? lotRule : entry.lotRule().strip();
    this.serialRule = entry.serialRule() == null ? serialRule : entry.serialRule().strip();
    this.active = entry.active();
  }

  private static String category(String typed) {
    try {
      return typed.isBlank() ? "" : CategoryPath.read(typed);
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("category", fault);
    }
  }

  void measure(MeasureRule rule) {
    this.unit = rule.unit();
    this.decimals = rule.decimals();
    this.tracking = rule.tracking();
  }

  MeasureRule measure() {
    return new MeasureRule(unit, decimals, tracking);
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

  String category() {
    return category;
  }

  @Nullable Integer shelfLifeDays() {
    return shelfLifeDays;
  }

  String hazardClass() {
    return hazardClass;
  }

  String storageClass() {
    return storageClass;
  }

  String lotRule() {
    return lotRule;
  }

  String serialRule() {
    return serialRule;
  }

  boolean active() {
    return active;
  }
}
