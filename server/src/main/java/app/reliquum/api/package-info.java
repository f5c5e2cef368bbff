/**
 * What every capability's API has in common: who asks and whether they may, commands done once,
 * problems, pages; and in {@code lists} how a list is searched, narrowed and sorted.
 */
@org.springframework.modulith.ApplicationModule(
    type = org.springframework.modulith.ApplicationModule.Type.OPEN)
package app.reliquum.api;
