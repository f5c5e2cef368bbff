/** Runs work in the background, on a scheduler whose jobs several servers share. */
@org.springframework.modulith.ApplicationModule(displayName = "Jobs")
package app.reliquum.jobs;
