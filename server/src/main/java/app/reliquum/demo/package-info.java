/**
 * Kittiwake Chandlery: a made-up house with people, goods and nine months behind it.
 *
 * <p>{@link DemoHouse} opens it in an empty database, and the other classes live its past day by
 * day through the same services that people use. It says of itself that it is the demo, and is
 * never mixed with a real house.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Demo",
    allowedDependencies = {
      "adjusting",
      "api",
      "catalog",
      "connections",
      "costing",
      "counting",
      "house",
      "inbound",
      "outbound",
      "people",
      "places",
      "putaway",
      "removal",
      "replenishment",
      "returns",
      "stock",
      "supply",
      "transfers"
    })
@org.jspecify.annotations.NullMarked
package app.reliquum.demo;
