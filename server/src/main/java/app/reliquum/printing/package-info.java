/**
 * Documents on paper: a heading with the house's name and logo, facts, tables, signatures.
 *
 * <p>{@link Paper} is put together part by part, {@link PdfPrinter} prints it as PDF. Whatever a
 * text holds is printed as text.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Printing",
    allowedDependencies = {"house", "pictures"})
package app.reliquum.printing;
