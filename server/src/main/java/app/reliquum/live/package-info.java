/**
 * Tells open pages what has changed, as server-sent events.
 *
 * <p>{@link Live} follows the feed and says which kinds of things have changed, a few times a
 * second at most, and only to those who work at the site. It carries no figures: a page asks again.
 * A page that was cut off is told what it has missed.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Live",
    allowedDependencies = {"api", "feed"})
package app.reliquum.live;
