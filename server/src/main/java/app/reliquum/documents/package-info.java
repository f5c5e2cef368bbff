/**
 * What every document has, whatever it is about: a number and a log of its changes.
 *
 * <p>{@link DocumentNumbers} hands out numbers and keeps them: no two documents of any kind have
 * the same one. {@link DocumentLog} writes down who did what to a document, and tells the feed.
 * Orders, transfers, counts, adjustments and requisitions have tables of their own and hang on
 * these two.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Documents",
    allowedDependencies = {"api", "feed"})
@org.jspecify.annotations.NullMarked
package app.reliquum.documents;
