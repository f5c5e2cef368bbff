package app.reliquum.outbound;

import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Texts;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Those who get goods from the house, and what they ask of every order. */
@Service
public class Customers {

  private final CustomerStore store;
  private final RowLog rowLog;

  Customers(CustomerStore store, RowLog rowLog) {
    this.rowLog = rowLog;
    this.store = store;
  }

  /**
   * A customer.
   *
   * @param minimumLife for how many days goods must still be good when they need them
   * @param oneLot whether a line must be of one lot
   * @param language that of papers for it; empty for that of the house
   */
  @Schema(name = "CustomerCard")
  public record Card(
      long id,
      int version,
      String code,
      String name,
      String email,
      String street,
      String town,
      String gln,
      int minimumLife,
      boolean oneLot,
      boolean active,
      String language) {}

  /**
   * A customer as entered.
   *
   * @param language that of papers for it; null for as before
   */
  @Schema(name = "CustomerEntry")
  public record Entry(
      @Nullable Integer version,
      @NotNull @Pattern(regexp = Texts.CODE, message = Texts.CODE_WANTED) String code,
      @NotBlank @Size(max = 120) String name,
      @NotNull @Size(max = 120) @Pattern(regexp = Texts.MAIL, message = Texts.MAIL_WANTED)
          String email,
      @NotNull @Size(max = 120) String street,
      @NotNull @Size(max = 120) String town,
      @NotNull @Pattern(regexp = "([0-9]{13})?", message = "is 13 digits, or empty") String gln,
      @Min(0) @Max(3650) int minimumLife,
      boolean oneLot,
      boolean active,
      @Pattern(regexp = Texts.LANGUAGE, message = Texts.LANGUAGE_WANTED)
          @Nullable String language) {}

  /** Every customer, by name. */
  @Transactional(readOnly = true)
  public List<Card> all() {
    return store.findAllByOrderByName().stream().map(Customer::card).toList();
  }

  /** A customer by its code. */
  @Transactional(readOnly = true)
  public Optional<Card> withCode(String code) {
    return store.findByCode(code.strip().toUpperCase(Locale.ROOT)).map(Customer::card);
  }

  /** A customer by the GS1 number of its location. */
  @Transactional(readOnly = true)
  public Optional<Card> withGln(String gln) {
    return gln.isBlank()
        ? Optional.empty()
        : store.findFirstByGlnOrderById(gln.strip()).map(Customer::card);
  }

  /** A customer by its number. */
  @Transactional(readOnly = true)
  public Card customer(long id) {
    return store
        .findById(id)
        .map(Customer::card)
        .orElseThrow(() -> Problem.missing("customer", id));
  }

  @Transactional
  public Card add(Entry entry) {
    if (store.findByCode(entry.code()).isPresent()) {
      throw Problem.conflict("not-unique", "There is a customer {0} already.", entry.code())
          .with("field", "code");
    }
    rowLog.changing("customers", entry.code());
    Customer customer = new Customer(entry.code());
    customer.describe(entry);
    return store.saveAndFlush(customer).card();
  }

  @Transactional
  public Card change(long id, Entry entry) {
    Customer customer = store.findById(id).orElseThrow(() -> Problem.missing("customer", id));
    Problem.unlessCurrent(entry.version(), customer.version());
    rowLog.changing("customers", customer.code());
    customer.describe(entry);
    return store.saveAndFlush(customer).card();
  }
}
