package app.reliquum.inbound;

import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Texts;
import app.reliquum.core.demand.OrderDays;
import app.reliquum.house.Taxes;
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
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Those who sell goods to the house. */
@Service
public class Suppliers {

  private final SupplierStore store;
  private final RowLog rowLog;
  private final Taxes taxes;

  Suppliers(SupplierStore store, Taxes taxes, RowLog rowLog) {
    this.rowLog = rowLog;
    this.store = store;
    this.taxes = taxes;
  }

  /**
   * A supplier.
   *
   * @param leadDays working days from an order to its receipt
   * @param orderDays the days of the week on which it takes orders; none for any
   * @param cutOff until when it takes them on such a day; null for all day
   * @param tax the code of the tax on what it sells; null for none
   * @param language that of papers and letters for it; empty for that of the house
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
      @Nullable String cutOff,
      @Nullable String tax,
      String language) {

    /** On which days it takes orders, and until when. */
    public OrderDays takesOrders() {
      return new OrderDays(orderDays, Optional.ofNullable(cutOff).map(LocalTime::parse));
    }
  }

  /**
   * A supplier as entered.
   *
   * @param orderDays null for days and time as before
   * @param tax null for the tax as before, empty for none
   * @param language that of papers and letters for it; null for as before
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
          @Nullable String cutOff,
      @Size(max = 24) @Nullable String tax,
      @Pattern(regexp = Texts.LANGUAGE, message = Texts.LANGUAGE_WANTED)
          @Nullable String language) {}

  /** Every supplier, by name. */
  @Transactional(readOnly = true)
  public List<Card> all() {
    Map<Long, Taxes.Card> known = taxes.byId();
    return store.findAllByOrderByName().stream().map(one -> card(one, known)).toList();
  }

  private Card card(Supplier supplier) {
    return card(supplier, supplier.taxId() == null ? Map.of() : taxes.byId());
  }

  private static Card card(Supplier supplier, Map<Long, Taxes.Card> known) {
    Taxes.Card tax = supplier.taxId() == null ? null : known.get(supplier.taxId());
    return supplier.card(tax == null ? null : tax.code());
  }

  /** A supplier by its code. */
  @Transactional(readOnly = true)
  public Optional<Card> withCode(String code) {
    return store.findByCode(code).map(this::card);
  }

  @Transactional
  public Card add(Entry entry) {
    if (store.findByCode(entry.code()).isPresent()) {
      throw Problem.conflict("not-unique", "There is a supplier {0} already.", entry.code())
          .with("field", "code");
    }
    Supplier supplier = new Supplier(entry.code());
    return described(supplier, entry);
  }

  private Card described(Supplier supplier, Entry entry) {
    rowLog.changing("suppliers", supplier.code());
    supplier.describe(entry);
    if (entry.tax() != null) {
      supplier.taxed(entry.tax().isBlank() ? null : taxes.chosen(entry.tax(), "tax").id());
    }
    return card(store.saveAndFlush(supplier));
  }

  @Transactional
  public Card change(long id, Entry entry) {
    Supplier supplier = store.findById(id).orElseThrow(() -> Problem.missing("supplier", id));
    Problem.unlessCurrent(entry.version(), supplier.version());
    return described(supplier, entry);
  }

  /** The tax on what a supplier sells, where none is said of an item. */
  Optional<Taxes.Card> tax(long id) {
    return store
        .findById(id)
        .map(Supplier::taxId)
        .map(tax -> Objects.requireNonNull(taxes.byId().get(tax)));
  }

  /** A supplier by its number. */
  @Transactional(readOnly = true)
  public Card supplier(long id) {
    return store.findById(id).map(this::card).orElseThrow(() -> Problem.missing("supplier", id));
  }
}
