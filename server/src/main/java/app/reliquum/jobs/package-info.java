/**
 * Runs work in the background, on a scheduler whose jobs several servers share.
 *
 * <p>Capabilities bring their jobs as beans; {@link Jobs} is the one scheduler. A job that dies
 * with its server is run again, so each must be safe to repeat. {@link FailedWork} tells of one
 * that failed.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Jobs",
    allowedDependencies = {"api"})
@org.jspecify.annotations.NullMarked
package app.reliquum.jobs;
