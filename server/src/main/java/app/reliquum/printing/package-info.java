/**
 * Printers, and what is printed on them.
 *
 * <p>{@link PrintQueue} keeps what is to be printed until a printer has it, and what became of it;
 * {@link IppPrinter} speaks to printers by IPP (RFC 8011). {@link TrayPrinter} is one that ships
 * along, spoken to over the same connection. {@link PrintRules} says what prints by itself.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Printing",
    allowedDependencies = {"api", "feed", "places"})
@org.jspecify.annotations.NullMarked
package app.reliquum.printing;
