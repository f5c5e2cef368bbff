package app.reliquum.house;

import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Texts;
import app.reliquum.core.purchasing.TaxRate;
import app.reliquum.core.purchasing.TaxRate.Category;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The taxes on what the house buys. */
@Service
public class Taxes {

  private final TaxStore store;
  private final RowLog rowLog;

  Taxes(TaxStore store, RowLog rowLog) {
    this.rowLog = rowLog;
    this.store = store;
  }

  /**
   * A tax.
   *
   * @param rate in per cent
   * @param active whether it can be chosen for what is ordered from now on
   */
  @Schema(name = "TaxCard")
  public record Card(
      long id,
      int version,
      String code,
      String name,
      Category category,
      BigDecimal rate,
      boolean active) {

    /** As an order is added up with it. */
    public TaxRate tax() {
      return new TaxRate(name, category, rate);
    }
  }

  /** A tax as entered. */
  @Schema(name = "TaxEntry")
  public record Entry(
      @Nullable Integer version,
      @NotNull @Pattern(regexp = Texts.CODE, message = Texts.CODE_WANTED) String code,
      @NotBlank @Size(max = 60) String name,
      @NotNull Category category,
      @NotNull BigDecimal rate,
      boolean active) {}

  /** Every tax, by name. */
  @Transactional(readOnly = true)
  public List<Card> all() {
    return store.findAllByOrderByName().stream().map(Tax::card).toList();
  }

  /** Every tax by its number. */
  @Transactional(readOnly = true)
  public Map<Long, Card> byId() {
    return all().stream().collect(Collectors.toMap(Card::id, Function.identity()));
  }

  /**
   * The tax with a code, to be put on something.
   *
   * @param field where the code was entered
   * @throws Problem if there is none, or it is not active
   */
  @Transactional(readOnly = true)
  public Card chosen(String code, String field) {
    String wanted = code.strip().toUpperCase(Locale.ROOT);
    return store
        .findByCode(wanted)
        .map(Tax::card)
        .filter(Card::active)
        .orElseThrow(
            () ->
                Problem.invalid(
                    field,
                    "There is no tax {0}. Expected one of {1}.",
                    wanted,
                    all().stream().filter(Card::active).map(Card::code).toList()));
  }

  @Transactional
  public Card add(Entry entry) {
    if (store.findByCode(entry.code()).isPresent()) {
      throw Problem.conflict("not-unique", "There is a tax {0} already.", entry.code())
          .with("field", "code");
    }
    return described(new Tax(entry.code()), entry);
  }

  /** Changes a tax; what was ordered with it before keeps what it was. */
  @Transactional
  public Card change(long id, Entry entry) {
    Tax tax = store.findById(id).orElseThrow(() -> Problem.missing("tax", id));
    Problem.unlessCurrent(entry.version(), tax.version());
    return described(tax, entry);
  }

  private Card described(Tax tax, Entry entry) {
    rowLog.changing("taxes");
    try {
      tax.describe(
          new TaxRate(entry.name().strip(), entry.category(), entry.rate()), entry.active());
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid("rate", fault);
    }
    return store.saveAndFlush(tax).card();
  }
}
