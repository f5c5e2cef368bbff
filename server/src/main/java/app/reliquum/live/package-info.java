/** Tells open pages what has changed, as server-sent events. */
@org.springframework.modulith.ApplicationModule(displayName = "Live")
package app.reliquum.live;
