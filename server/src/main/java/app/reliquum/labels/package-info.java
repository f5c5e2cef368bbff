/**
 * Labels: made for whatever the house names, as PDF or on a printer.
 *
 * <p>{@link Labels} finds what is to be labelled, {@link Symbols} draws Code 128, GS1-128,
 * DataMatrix and QR, {@link LabelSheet} puts them on pages. Whatever it prints, {@code core.scan}
 * reads.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Labels",
    allowedDependencies = {"api", "catalog", "house", "places", "printing", "stock"})
@org.jspecify.annotations.NullMarked
package app.reliquum.labels;
