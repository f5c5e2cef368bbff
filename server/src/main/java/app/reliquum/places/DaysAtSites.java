package app.reliquum.places;

import app.reliquum.api.SitesAsked;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;

/**
 * Days at one site, or at all sites that someone may look at: what figures day by day are asked
 * for.
 *
 * @param first the first day
 * @param last the last day, which belongs to them
 */
public record DaysAtSites(SitesAsked sites, LocalDate first, LocalDate last) {

  /** A moment before which none of the days has begun anywhere on earth. */
  public Instant since() {
    return first.minusDays(1).atStartOfDay(ZoneOffset.UTC).toInstant();
  }
}
