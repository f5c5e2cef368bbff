/**
 * What a code that was scanned or typed stands for in this house: asked by the Floor, by the line
 * that finds anything, and by files of collectors. A code means the same wherever it is read.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Codes",
    allowedDependencies = {
      "catalog",
      "counting",
      "outbound",
      "places",
      "receiving",
      "stock",
      "transfers"
    })
package app.reliquum.codes;
