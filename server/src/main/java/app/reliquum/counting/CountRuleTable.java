package app.reliquum.counting;

import app.reliquum.api.Problem;
import app.reliquum.api.sheets.SettingsTable;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.CellReading;
import app.reliquum.core.table.TableRow;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How counting is done in the house, as a table. */
@Component
class CountRuleTable extends SettingsTable {

  private static final String A_PERCENT = "class A percent";
  private static final String B_PERCENT = "class B percent";
  private static final String A_DAYS = "class A days";
  private static final String B_DAYS = "class B days";
  private static final String C_DAYS = "class C days";
  private static final String USAGE_DAYS = "usage days";
  private static final String TOLERANCE_QUANTITY = "tolerance quantity";
  private static final String TOLERANCE_PERCENT = "tolerance percent";
  private static final String TOLERANCE_VALUE = "tolerance value";
  private static final String APPROVAL_VALUE = "approval value";

  private final CountRules rules;

  CountRuleTable(CountRules rules) {
    super("count rules", "How counting is done.", A_DAYS, "30");
    this.rules = rules;
  }

  @Override
  protected Map<String, String> settings() {
    CountRules.Rules now = rules.rules();
    Map<String, String> settings = new LinkedHashMap<>();
    settings.put(A_PERCENT, plain(now.aPercent()));
    settings.put(B_PERCENT, plain(now.bPercent()));
    settings.put(A_DAYS, Integer.toString(now.aDays()));
    settings.put(B_DAYS, Integer.toString(now.bDays()));
    settings.put(C_DAYS, Integer.toString(now.cDays()));
    settings.put(USAGE_DAYS, Integer.toString(now.usageDays()));
    settings.put(TOLERANCE_QUANTITY, plain(now.toleranceQuantity()));
    settings.put(TOLERANCE_PERCENT, plain(now.tolerancePercent()));
    settings.put(TOLERANCE_VALUE, plain(now.toleranceValue()));
    settings.put(APPROVAL_VALUE, plain(now.approvalValue()));
    return settings;
  }

  private static String plain(@Nullable BigDecimal figure) {
    return figure == null ? "" : CellReading.plain(figure);
  }

  @Override
  protected void write(Map<String, String> settings, TableRow row, TableWriting writing) {
    CountRules.Rules entry =
        new CountRules.Rules(
            rules.rules().version(),
            needed(settings, A_PERCENT),
            needed(settings, B_PERCENT),
            whole(settings, A_DAYS),
            whole(settings, B_DAYS),
            whole(settings, C_DAYS),
            whole(settings, USAGE_DAYS),
            figure(settings, TOLERANCE_QUANTITY),
            figure(settings, TOLERANCE_PERCENT),
            figure(settings, TOLERANCE_VALUE),
            figure(settings, APPROVAL_VALUE));
    if (writing.valid(row, entry)) {
      rules.change(entry);
    }
  }

  private static @Nullable BigDecimal figure(Map<String, String> settings, String name) {
    String text = settings.getOrDefault(name, "");
    try {
      return text.isEmpty() ? null : new BigDecimal(text);
    } catch (NumberFormatException unreadable) {
      throw Problem.invalid("value", "{0} is a number with a decimal point, not {1}.", name, text);
    }
  }

  private static BigDecimal needed(Map<String, String> settings, String name) {
    BigDecimal figure = figure(settings, name);
    if (figure == null) {
      throw Problem.invalid("value", "{0} is a number, and can't be empty.", name);
    }
    return figure;
  }

  private static int whole(Map<String, String> settings, String name) {
    try {
      return needed(settings, name).intValueExact();
    } catch (ArithmeticException fraction) {
      throw Problem.invalid("value", "{0} is a whole number of days.", name);
    }
  }
}
