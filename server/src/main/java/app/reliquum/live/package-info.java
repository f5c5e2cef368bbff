/**
 * Tells open pages what has changed, as server-sent events.
 *
 * <p>{@link Live} says that stock has moved or something was counted, a few times a second at most,
 * and only to those who may see the site. It carries no figures: a page asks again.
 */
@org.springframework.modulith.ApplicationModule(displayName = "Live")
package app.reliquum.live;
