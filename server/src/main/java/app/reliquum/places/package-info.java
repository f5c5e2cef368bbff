/**
 * Where: sites, areas, bins, and the contra places on the other side.
 *
 * <p>{@link Places} is asked by everyone, {@link SiteSetup} changes them, {@link SiteDays} says
 * which day it is at a site, {@link AreaSql} says in statements what {@code AreaPurpose} says of
 * areas. A bin that holds something is neither closed nor moved to a site of another cost pool
 * ({@link PlaceUse} says what lies there).
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Places",
    allowedDependencies = {"api"})
@org.jspecify.annotations.NullMarked
package app.reliquum.places;
