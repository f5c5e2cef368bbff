/**
 * Who works here: sign-in, roles, devices, and the sites where a person may work.
 *
 * <p>{@link People} keeps the persons, {@code SigningIn}, {@code SignIns} and {@code Devices} let
 * them in, {@link SecurityLog} keeps who got in and who changed what others may do. Secrets are
 * kept as hashes and compared outside transactions; guessing is slowed down before any secret is
 * looked at.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "People",
    allowedDependencies = {"api", "feed", "house"})
@org.jspecify.annotations.NullMarked
package app.reliquum.people;
