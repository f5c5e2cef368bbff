/**
 * What every capability's API has in common: who asks and whether they may, commands done once,
 * problems, pages, and {@link Picture pictures}, drawn anew from what was sent. In {@code lists}
 * how a list is searched, narrowed and sorted; in {@code sheets} tables that come in and go out as
 * files.
 */
@org.springframework.modulith.ApplicationModule(
    type = org.springframework.modulith.ApplicationModule.Type.OPEN)
@org.jspecify.annotations.NullMarked
package app.reliquum.api;
