package app.reliquum.places;

import app.reliquum.core.place.AreaPurpose;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/** A part of a site with one purpose. */
@SuppressWarnings("NullAway.Init") // Hibernate, or what adds one, fills it
@Entity
@Table(name = "area")
class Area {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private int version;
  private long siteId;
  private String code;
  private String name;

  @Enumerated(EnumType.STRING)
  @Column(columnDefinition = "varchar(12)")
  private AreaPurpose purpose;

  protected Area() {}

  Area(long siteId, String code, String name, AreaPurpose purpose) {
    this.siteId = siteId;
    this.code = code;
    this.name = name;
    this.purpose = purpose;
  }

  void describe(String name, AreaPurpose purpose) {
    this.name = name;
    this.purpose = purpose;
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

  String code() {
    return code;
  }

  String name() {
    return name;
  }

  AreaPurpose purpose() {
    return purpose;
  }
}
