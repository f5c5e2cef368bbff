/**
 * The house itself: its name, address and logo, as they stand on its documents.
 *
 * <p>{@link House} keeps them; {@link DemoMark} knows whether this is the demo house, which its
 * database says itself, so that published passwords never open a real one.
 *
 * <p>What goes out in its name: {@link Paper} is put together part by part and {@link PdfPrinter}
 * prints it; {@link Letters} are written in the transaction of what they are about and taken to the
 * mail server afterwards by {@link Post}. A letter is sent only if what it is about was kept, and
 * whatever a text holds is printed as text.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "House",
    allowedDependencies = {"api"})
@org.jspecify.annotations.NullMarked
package app.reliquum.house;
