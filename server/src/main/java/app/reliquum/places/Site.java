package app.reliquum.places;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/** A warehouse, shop, van or yard. */
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

  protected Site() {}

  Site(String code, boolean binned) {
    this.code = code;
    this.binned = binned;
  }

  void describe(String name, String timeZone, String street, String town) {
    this.name = name;
    this.timeZone = timeZone;
    this.street = street;
    this.town = town;
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

  String town() {
    return town;
  }
}
