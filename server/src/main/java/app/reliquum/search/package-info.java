/**
 * The ask line: one question, and everything in the house that may be meant.
 *
 * <p>{@link Ask} first asks what the text stands for as a code, then what begins like its words. It
 * changes nothing, and finds only what the asker may see.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Search",
    allowedDependencies = {"api", "catalog", "codes", "stock"})
package app.reliquum.search;
