/**
 * The house itself: its name, address and logo, as they stand on its documents.
 *
 * <p>{@link House} keeps them; {@link DemoMark} knows whether this is the demo house, which its
 * database says itself, so that published passwords never open a real one.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "House",
    allowedDependencies = {"api", "pictures"})
package app.reliquum.house;
