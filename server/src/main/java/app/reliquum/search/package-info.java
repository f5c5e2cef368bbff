/**
 * What a code or a few words stand for in this house.
 *
 * <p>{@link HouseCodes} reads a code that was scanned, typed or brought in a file: it means the
 * same wherever it is read. {@link Ask}, the ask line, first asks what the text stands for as a
 * code, then what begins like its words. It changes nothing, and finds only what the asker may see.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Search",
    allowedDependencies = {
      "api",
      "catalog",
      "counting",
      "inbound",
      "outbound",
      "places",
      "stock",
      "transfers"
    })
@org.jspecify.annotations.NullMarked
package app.reliquum.search;
