package app.reliquum.inbound;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Someone who sells goods to the house. */
@SuppressWarnings("NullAway.Init") // Hibernate, or what adds one, fills it
@Entity
@Table(name = "supplier")
class Supplier {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  @Version private int version;
  private String code;
  private String name;
  private String email;
  private String street;
  private String town;
  private int leadDays;
  private boolean active = true;
  private String orderDays = "";
  private @Nullable LocalTime cutOff;
  private @Nullable Long taxId;
  private String language = "";

  protected Supplier() {}

  Supplier(String code) {
    this.code = code;
  }

  String code() {
    return code;
  }

  void describe(Suppliers.Entry entry) {
    this.name = entry.name().strip();
    this.email = entry.email().strip();
    this.street = entry.street().strip();
    this.town = entry.town().strip();
    this.leadDays = entry.leadDays();
    this.active = entry.active();
    this.language = Objects.requireNonNullElse(entry.language(), language);
    if (entry.orderDays() != null) {
      this.orderDays =
          new TreeSet<>(entry.orderDays())
              .stream().map(DayOfWeek::name).collect(Collectors.joining(","));
      this.cutOff = entry.cutOff() == null ? null : LocalTime.parse(entry.cutOff());
    }
  }

  /** What it sells is taxed so; null for no tax. */
  void taxed(@Nullable Long tax) {
    this.taxId = tax;
  }

  @Nullable Long taxId() {
    return taxId;
  }

  int version() {
    return version;
  }

  Suppliers.Card card(@Nullable String tax) {
    return new Suppliers.Card(
        id,
        version,
        code,
        name,
        email,
        street,
        town,
        leadDays,
        active,
        days(),
        cutOff == null ? null : cutOff.toString(),
        tax,
        language);
  }

  private Set<DayOfWeek> days() {
    return Arrays.stream(orderDays.split(","))
        .filter(day -> !day.isBlank())
        .map(DayOfWeek::valueOf)
        .collect(Collectors.toCollection(TreeSet::new));
  }
}
