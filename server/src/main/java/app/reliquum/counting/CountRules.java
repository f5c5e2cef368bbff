package app.reliquum.counting;

import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.core.counting.AbcClass;
import app.reliquum.core.counting.CountTolerance;
import app.reliquum.core.quantity.Quantity;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import java.math.BigDecimal;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How counting is done in this house. */
@Service
class CountRules {

  private final JdbcClient jdbc;
  private final RowLog rowLog;

  CountRules(JdbcClient jdbc, RowLog rowLog) {
    this.jdbc = jdbc;
    this.rowLog = rowLog;
  }

  /**
   * The rules.
   *
   * @param aPercent up to this share of the value used an item is of class A
   * @param bPercent up to this share it is of class B
   * @param aDays how many days lie between two counts of an item of class A
   * @param usageDays over how many days usage is looked at
   * @param toleranceQuantity how large a variance may be and still be accepted by rule; likewise in
   *     per cent of the book and in value: all that are set must hold
   * @param approvalValue above this gross value someone else must agree; null for never
   */
  @Schema(name = "CountRules")
  record Rules(
      int version,
      @NotNull @DecimalMin("0") @DecimalMax("100") BigDecimal aPercent,
      @NotNull @DecimalMin("0") @DecimalMax("100") BigDecimal bPercent,
      @Min(1) @Max(3650) int aDays,
      @Min(1) @Max(3650) int bDays,
      @Min(1) @Max(3650) int cDays,
      @Min(1) @Max(3650) int usageDays,
      @DecimalMin("0") @Nullable BigDecimal toleranceQuantity,
      @DecimalMin("0") @Nullable BigDecimal tolerancePercent,
      @DecimalMin("0") @Nullable BigDecimal toleranceValue,
      @DecimalMin("0") @Nullable BigDecimal approvalValue) {

    CountTolerance tolerance() {
      return new CountTolerance(
          toleranceQuantity == null ? null : new Quantity(toleranceQuantity),
          tolerancePercent,
          toleranceValue);
    }

    AbcClass.Limits limits() {
      return new AbcClass.Limits(aPercent, bPercent);
    }

    Map<AbcClass, Integer> intervals() {
      return Map.of(AbcClass.A, aDays, AbcClass.B, bDays, AbcClass.C, cDays);
    }
  }

  Rules rules() {
    return jdbc.sql(
            """
            select version, a_percent, b_percent, a_days, b_days, c_days, usage_days,
              tolerance_quantity, tolerance_percent, tolerance_value, approval_value
            from count_rules where id = 1
            """)
        .query(Rules.class)
        .single();
  }

  @Transactional
  public Rules change(Rules rules) {
    if (rules.aPercent().compareTo(rules.bPercent()) > 0) {
      throw Problem.invalid("bPercent", "Class B ends after class A: choose a larger share.");
    }
    rowLog.changing("count rules");
    int changed =
        jdbc.sql(
                """
                update count_rules set version = version + 1, a_percent = ?, b_percent = ?,
                  a_days = ?, b_days = ?, c_days = ?, usage_days = ?, tolerance_quantity = ?,
                  tolerance_percent = ?, tolerance_value = ?, approval_value = ?
                where id = 1 and version = ?
                """)
            .params(
                java.util.Arrays.asList(
                    rules.aPercent(),
                    rules.bPercent(),
                    rules.aDays(),
                    rules.bDays(),
                    rules.cDays(),
                    rules.usageDays(),
                    rules.toleranceQuantity(),
                    rules.tolerancePercent(),
                    rules.toleranceValue(),
                    rules.approvalValue(),
                    rules.version()))
            .update();
    if (changed == 0) {
      throw Problem.conflict(
          "changed-meanwhile", "Someone else has changed the rules meanwhile. Look again.");
    }
    return rules();
  }
}
