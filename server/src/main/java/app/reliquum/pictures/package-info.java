/**
 * Pictures that people send: looked into, and kept as the house writes them itself.
 *
 * <p>{@link Picture} is drawn anew from what was sent, upright and no larger than a screen, so that
 * nothing else that a file may hold is ever kept or handed out.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Pictures",
    allowedDependencies = {"api"})
package app.reliquum.pictures;
