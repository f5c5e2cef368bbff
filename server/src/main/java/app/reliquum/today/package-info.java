/**
 * The day at a glance: the figures of a site or of all, with their course over thirty days, and
 * what needs someone.
 *
 * <p>{@link TodayFigures} asks the modules that keep what the figures are made of; what needs
 * someone is told by every {@link app.reliquum.api.OpenWork}.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Today",
    allowedDependencies = {"api", "counting", "outbound", "places", "stock", "value"})
@org.jspecify.annotations.NullMarked
package app.reliquum.today;
