package app.reliquum.house;

import app.reliquum.api.Problem;
import app.reliquum.api.sheets.SettingsTable;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableRow;
import java.time.DayOfWeek;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;

/** What the house is called and how it likes things, as a table. */
@Component
class HouseSettingsTable extends SettingsTable {

  static final String NAME = "house";

  private static final String CALLED = "name";
  private static final String STREET = "street";
  private static final String TOWN = "town";
  private static final String MAIL_FROM = "mail from";
  private static final String CURRENCY = "currency";
  private static final String SCRAP_IS_DEMAND = "scrap is demand";
  private static final String SCRAP_WORTH = "scrap worth percent";
  private static final String LANGUAGE = "language";
  private static final String TIME_ZONE = "time zone";
  private static final String FIRST_DAY = "first day of the week";

  private final House house;

  HouseSettingsTable(House house) {
    super(NAME, "What the house is called and how it likes things.", CURRENCY, "EUR");
    this.house = house;
  }

  @Override
  protected Map<String, String> settings() {
    House.Card card = house.card();
    Map<String, String> settings = new LinkedHashMap<>();
    settings.put(CALLED, card.name());
    settings.put(STREET, card.street());
    settings.put(TOWN, card.town());
    settings.put(MAIL_FROM, card.mailFrom());
    settings.put(CURRENCY, card.currency());
    settings.put(SCRAP_IS_DEMAND, card.scrapIsDemand() ? "yes" : "no");
    settings.put(SCRAP_WORTH, String.valueOf(card.scrapWorthPercent()));
    settings.put(LANGUAGE, card.language());
    settings.put(TIME_ZONE, card.timeZone());
    settings.put(FIRST_DAY, card.firstDay().name().toLowerCase(Locale.ROOT));
    return settings;
  }

  @Override
  protected void write(Map<String, String> settings, TableRow row, TableWriting writing) {
    House.Entry entry =
        new House.Entry(
            house.card().version(),
            settings.getOrDefault(CALLED, ""),
            settings.getOrDefault(STREET, ""),
            settings.getOrDefault(TOWN, ""),
            settings.getOrDefault(MAIL_FROM, ""),
            settings.getOrDefault(CURRENCY, "").toUpperCase(Locale.ROOT),
            yes(settings.getOrDefault(SCRAP_IS_DEMAND, "")),
            percent(settings.getOrDefault(SCRAP_WORTH, "")),
            settings.getOrDefault(LANGUAGE, ""),
            settings.getOrDefault(TIME_ZONE, ""),
            day(settings.getOrDefault(FIRST_DAY, "")));
    if (writing.valid(row, entry)) {
      house.change(entry);
    }
  }

  private static boolean yes(String text) {
    return switch (text.toLowerCase(Locale.ROOT)) {
      case "yes" -> true;
      case "no" -> false;
      default ->
          throw Problem.invalid("value", "{0} is yes or no, not {1}.", SCRAP_IS_DEMAND, text);
    };
  }

  private static int percent(String text) {
    try {
      return Integer.parseInt(text);
    } catch (NumberFormatException noNumber) {
      throw Problem.invalid(
          "value", "{0} is a whole number from 0 to 100, not '{1}'.", SCRAP_WORTH, text);
    }
  }

  private static DayOfWeek day(String text) {
    try {
      return DayOfWeek.valueOf(text.toUpperCase(Locale.ROOT));
    } catch (IllegalArgumentException unknown) {
      throw Problem.invalid("value", "{0} is a day such as monday, not '{1}'.", FIRST_DAY, text);
    }
  }
}
