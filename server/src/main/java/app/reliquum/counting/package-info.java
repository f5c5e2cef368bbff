/** Counting: drawn up in slips, counted on the floor, reviewed by value, posted once. */
@org.springframework.modulith.ApplicationModule(displayName = "Counting")
package app.reliquum.counting;
