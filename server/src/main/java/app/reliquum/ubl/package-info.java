/**
 * Documents of UBL 2.1 (ISO/IEC 19845): what the house reads of them, and what it writes.
 *
 * <p>{@link Reading} reads with bounds and without outside entities, and says which element it
 * could not take; {@link DespatchAdvices} writes. What a document means is decided by whoever asked
 * for it to be read.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "UBL",
    allowedDependencies = {"api", "catalog"})
@org.jspecify.annotations.NullMarked
package app.reliquum.ubl;
