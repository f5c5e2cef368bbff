package app.reliquum.house;

import app.reliquum.core.purchasing.TaxRate;
import app.reliquum.core.purchasing.TaxRate.Category;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.math.BigDecimal;

/** A tax on what the house buys. */
@SuppressWarnings("NullAway.Init") // Hibernate, or what adds one, fills it
@Entity
@Table(name = "tax")
class Tax {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private int version;
  private String code;
  private String name;

  @Enumerated(EnumType.STRING)
  private Category category;

  private BigDecimal rate;
  private boolean active = true;

  protected Tax() {}

  Tax(String code) {
    this.code = code;
  }

  void describe(TaxRate tax, boolean active) {
    this.name = tax.name();
    this.category = tax.category();
    this.rate = tax.rate();
    this.active = active;
  }

  int version() {
    return version;
  }

  Taxes.Card card() {
    return new Taxes.Card(
        id, version, code, name, category, new TaxRate(name, category, rate).rate(), active);
  }
}
