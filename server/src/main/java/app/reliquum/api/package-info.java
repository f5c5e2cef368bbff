/** What every capability's door has in common: who asks, commands done once, problems, pages. */
@org.springframework.modulith.ApplicationModule(
    type = org.springframework.modulith.ApplicationModule.Type.OPEN)
package app.reliquum.api;
