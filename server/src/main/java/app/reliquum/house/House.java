package app.reliquum.house;

import app.reliquum.api.Picture;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Words;
import app.reliquum.core.text.Language;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.DayOfWeek;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Currency;
import java.util.IllformedLocaleException;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The name, address, logo and currency of the house, and how it writes numbers and times. */
@Service
public class House {

  private static final int LONGEST = 500_000;

  private final JdbcClient jdbc;
  private final RowLog rowLog;

  House(JdbcClient jdbc, RowLog rowLog) {
    this.jdbc = jdbc;
    this.rowLog = rowLog;
  }

  /**
   * The house as its documents name it.
   *
   * @param mailFrom the address that its letters come from; empty for the one of the installation
   * @param currency the code of the money that it reckons in, of ISO 4217
   * @param currencyDigits how many decimals an amount of it has
   * @param scrapIsDemand whether replenishment reckons with what is scrapped as with what is used
   * @param scrapWorthPercent how much of its cost scrap keeps until it is collected, 0 to 100
   * @param settingUp whether it opens on what is to be set up
   * @param language how it writes numbers and days, as of BCP 47; empty for as each browser does
   * @param timeZone in which it shows times; empty for that of each browser
   * @param firstDay the day on which its weeks begin
   */
  @io.swagger.v3.oas.annotations.media.Schema(name = "HouseCard")
  public record Card(
      int version,
      String name,
      String street,
      String town,
      String mailFrom,
      boolean logo,
      String currency,
      int currencyDigits,
      boolean scrapIsDemand,
      int scrapWorthPercent,
      boolean settingUp,
      String language,
      String timeZone,
      DayOfWeek firstDay) {}

  /**
   * The house as entered.
   *
   * @param currency null for the one it has; figures that are kept already are not converted
   * @param scrapIsDemand null for as it was; likewise what scrap is worth and how it writes numbers
   *     and times
   */
  @io.swagger.v3.oas.annotations.media.Schema(name = "HouseEntry")
  public record Entry(
      @NotNull Integer version,
      @NotBlank @Size(max = 80) String name,
      @NotNull @Size(max = 120) String street,
      @NotNull @Size(max = 120) String town,
      @NotNull
          @Size(max = 120)
          @Pattern(regexp = "|[^@\\s<>,;]+@[^@\\s<>,;]+", message = "is a mail address, or empty")
          String mailFrom,
      @Pattern(regexp = "[A-Z]{3}", message = "is a code of ISO 4217, such as EUR")
          @Nullable String currency,
      @Nullable Boolean scrapIsDemand,
      @Min(0) @Max(100) @Nullable Integer scrapWorthPercent,
      @Size(max = 20) @Nullable String language,
      @Size(max = 40) @Nullable String timeZone,
      @Nullable DayOfWeek firstDay) {}

  /** The house as it is called now. */
  public Card card() {
    return jdbc.sql(
            "select version, name, street, town, mail_from, logo is not null logo, currency,"
                + " scrap_is_demand, scrap_worth_percent, setting_up, language, time_zone, first_day"
                + " from house")
        .query(
            (row, n) ->
                new Card(
                    row.getInt(1),
                    row.getString(2),
                    row.getString(3),
                    row.getString(4),
                    row.getString(5),
                    row.getBoolean(6),
                    row.getString(7),
                    currency(row.getString(7)).getDefaultFractionDigits(),
                    row.getBoolean(8),
                    row.getInt(9),
                    row.getBoolean(10),
                    row.getString(11),
                    row.getString(12),
                    DayOfWeek.valueOf(row.getString(13))))
        .single();
  }

  /** The logo, if there is one. */
  public Optional<Picture> logo() {
    return jdbc.sql("select logo_type, logo from house where logo is not null")
        .query((row, n) -> new Picture(row.getString(1), row.getBytes(2)))
        .optional();
  }

  /** A currency that goods are paid in: not a metal, a fund or a code for tests. */
  private static Currency currency(String code) {
    try {
      Currency currency = Currency.getInstance(code);
      if (currency.getDefaultFractionDigits() >= 0) {
        return currency;
      }
    } catch (IllegalArgumentException unknown) {
      // said below
    }
    throw Problem.invalid("currency", "{0} is no currency of ISO 4217, such as EUR.", code);
  }

  private static void checkLanguage(@Nullable String tag) {
    if (tag == null || tag.isEmpty()) {
      return;
    }
    try {
      Locale locale = new Locale.Builder().setLanguageTag(tag).build();
      if (Arrays.asList(Locale.getAvailableLocales()).contains(locale)) {
        return;
      }
    } catch (IllformedLocaleException unknown) {
      // said below
    }
    throw Problem.invalid("language", "{0} is no language of BCP 47, such as en-GB.", tag);
  }

  private static void checkZone(@Nullable String zone) {
    if (zone != null && !zone.isEmpty() && !ZoneId.getAvailableZoneIds().contains(zone)) {
      throw Problem.invalid("timeZone", "{0} is no time zone, such as Europe/London.", zone);
    }
  }

  /** The zone in which the days of the house as a whole begin. */
  public ZoneId zone() {
    String zone = card().timeZone();
    return zone.isEmpty() ? ZoneOffset.UTC : ZoneId.of(zone);
  }

  /** Gives the house another name, address or currency. */
  @Transactional
  public Card change(Entry entry) {
    if (entry.currency() != null) {
      currency(entry.currency());
    }
    checkLanguage(entry.language());
    checkZone(entry.timeZone());
    rowLog.changing(HouseSettingsTable.NAME);
    int changed =
        jdbc.sql(
                "update house set name = ?, street = ?, town = ?, mail_from = ?,"
                    + " currency = coalesce(?, currency),"
                    + " scrap_is_demand = coalesce(?, scrap_is_demand),"
                    + " scrap_worth_percent = coalesce(?, scrap_worth_percent),"
                    + " language = coalesce(?, language), time_zone = coalesce(?, time_zone),"
                    + " first_day = coalesce(?, first_day), version = version + 1"
                    + " where version = ?")
            .params(
                entry.name().strip(),
                entry.street().strip(),
                entry.town().strip(),
                entry.mailFrom().strip(),
                entry.currency(),
                entry.scrapIsDemand(),
                entry.scrapWorthPercent(),
                entry.language(),
                entry.timeZone(),
                entry.firstDay() == null ? null : entry.firstDay().name(),
                entry.version())
            .update();
    if (changed == 0) {
      throw Problem.changed();
    }
    return card();
  }

  /** Says whether the house is still being set up. */
  @Transactional
  public Card settingUp(boolean going) {
    jdbc.sql("update house set setting_up = ?").param(going).update();
    return card();
  }

  /**
   * Sets the logo, as someone has sent it; null takes it away.
   *
   * @throws Problem if it can't be read as a picture
   */
  @Transactional
  public Card logo(byte @Nullable [] sent) {
    Picture logo = sent == null ? null : Picture.of("logo", sent, LONGEST);
    jdbc.sql("update house set logo = ?, logo_type = ?, version = version + 1")
        .param(logo == null ? null : logo.content())
        .param(logo == null ? null : logo.mediaType())
        .update();
    return card();
  }

  /**
   * The words for whoever something is for.
   *
   * @param chosen the language that is known of them, of the first one of whom one is known; empty
   *     for none, then it is that of the house
   */
  public Words words(String... chosen) {
    return new Words(
        Stream.of(chosen)
            .filter(one -> !one.isEmpty())
            .findFirst()
            .map(Language::of)
            .orElseGet(() -> Language.of(Locale.forLanguageTag(card().language()).getLanguage())));
  }
}
