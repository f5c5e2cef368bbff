/**
 * Saved views: a table of the screen as someone wants to see it again, under a name, for themselves
 * or for everyone. {@link SavedViews} keeps what the screen says of it and reads none of it.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Saved views",
    allowedDependencies = {"api"})
@org.jspecify.annotations.NullMarked
package app.reliquum.views;
