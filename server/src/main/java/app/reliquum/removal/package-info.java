/** Which goods leave first: the rules, what they would take today, and who changed them. */
@org.springframework.modulith.ApplicationModule(displayName = "Removal")
package app.reliquum.removal;
