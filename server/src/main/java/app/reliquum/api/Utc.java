package app.reliquum.api;

import java.sql.Date;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import org.jspecify.annotations.Nullable;
import org.springframework.lang.Contract;

/** Moments as the database keeps them: in UTC, without saying so. */
public final class Utc {

  private Utc() {}

  /** A moment, to be kept. */
  public static LocalDateTime of(Instant moment) {
    return LocalDateTime.ofInstant(moment, ZoneOffset.UTC);
  }

  /** A moment that was kept; null if none was. */
  @Contract("null -> null; !null -> !null")
  public static @Nullable Instant instant(@Nullable Timestamp kept) {
    return kept == null ? null : kept.toLocalDateTime().toInstant(ZoneOffset.UTC);
  }

  /** A day that was kept; null if none was. */
  @Contract("null -> null; !null -> !null")
  public static @Nullable LocalDate day(@Nullable Date kept) {
    return kept == null ? null : kept.toLocalDate();
  }
}
