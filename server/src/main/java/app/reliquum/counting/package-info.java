/**
 * Counting: drawn up in slips, counted on the floor, reviewed by value, posted once.
 *
 * <p>{@link CountPreparation} makes the slips of a scope, {@link CountLines} keeps what people say,
 * word by word, {@link Results} says what each position comes to, {@code Reviewing} and {@code
 * PuttingRight} decide and post. {@link CountProgramme} says what is due, {@link CountFiles} takes
 * in what a terminal has counted. The book is compared at the moment of the scan, not of the
 * posting.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Counting",
    allowedDependencies = {
      "api",
      "approvals",
      "catalog",
      "costing",
      "documents",
      "feed",
      "house",
      "places",
      "stock"
    })
@org.jspecify.annotations.NullMarked
package app.reliquum.counting;
