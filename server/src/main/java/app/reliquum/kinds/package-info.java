/**
 * Why goods come in or go out: reasons and the house's own movement kinds, and what they ask for.
 *
 * <p>{@link MovementKinds} keeps them with their direction, purpose, account and fields. One that
 * was used is made inactive, not deleted: what was posted by it still says so.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Movement kinds",
    allowedDependencies = {"api"})
package app.reliquum.kinds;
