package app.reliquum.inbound;

import app.reliquum.api.Problem;
import app.reliquum.api.Texts;
import app.reliquum.core.demand.OrderDays;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Those who sell goods to the house. */
@Service
public class Suppliers {

  private final SupplierStore store;

  Suppliers(SupplierStore store) {
    this.store = store;
  }

  /**
   * A supplier.
   *
   * @param leadDays working days from an order to its receipt
   * @param orderDays the days of the week on which it takes orders; none for any
   * @param cutOff until when it takes them on such a day; null for all day
   */
  @Schema(name = "SupplierCard")
  public record Card(
      long id,
      int version,
      String code,
      String name,
      String email,
      String street,
      String town,
      int leadDays,
      boolean active,
      Set<DayOfWeek> orderDays,
      @Nullable String cutOff) {

    /** On which days it takes orders, and until when. */
    public OrderDays takesOrders() {
      return new OrderDays(orderDays, Optional.ofNullable(cutOff).map(LocalTime::parse));
    }
  }

  /**
   * A supplier as entered.
   *
   * @param orderDays null for days and time as before
   */
  @Schema(name = "SupplierEntry")
  public record Entry(
      @Nullable Integer version,
      @NotNull @Pattern(regexp = Texts.CODE, message = Texts.CODE_WANTED) String code,
      @NotBlank @Size(max = 120) String name,
      @NotNull @Size(max = 120) @Pattern(regexp = Texts.MAIL, message = Texts.MAIL_WANTED)
          String email,
      @NotNull @Size(max = 120) String street,
      @NotNull @Size(max = 120) String town,
      @Min(0) @Max(999) int leadDays,
      boolean active,
      @Nullable Set<DayOfWeek> orderDays,
      @Pattern(regexp = "([01][0-9]|2[0-3]):[0-5][0-9]", message = "is a time such as 14:30")
          @Nullable String cutOff) {}

  /** Every supplier, by name. */
  @Transactional(readOnly = true)
  public List<Card> all() {
    return store.findAllByOrderByName().stream().map(Supplier::card).toList();
  }

  /** A supplier by its code. */
  @Transactional(readOnly = true)
  public Optional<Card> withCode(String code) {
    return store.findByCode(code).map(Supplier::card);
  }

  @Transactional
  public Card add(Entry entry) {
    if (store.findByCode(entry.code()).isPresent()) {
      throw Problem.conflict("not-unique", "There is a supplier " + entry.code() + " already.")
          .with("field", "code");
    }
    Supplier supplier = new Supplier(entry.code());
    supplier.describe(entry);
    return store.saveAndFlush(supplier).card();
  }

  @Transactional
  public Card change(long id, Entry entry) {
    Supplier supplier = store.findById(id).orElseThrow(() -> Problem.missing("supplier", id));
    Problem.unlessCurrent(entry.version(), supplier.version());
    supplier.describe(entry);
    return store.saveAndFlush(supplier).card();
  }

  /** A supplier by its number. */
  @Transactional(readOnly = true)
  public Card supplier(long id) {
    return store
        .findById(id)
        .map(Supplier::card)
        .orElseThrow(() -> Problem.missing("supplier", id));
  }
}
