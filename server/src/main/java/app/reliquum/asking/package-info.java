/** The ask line: one question, and everything in the house that may be meant. */
@org.springframework.modulith.ApplicationModule(displayName = "Asking")
package app.reliquum.asking;
