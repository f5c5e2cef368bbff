/** What is to be bought: who asked for it, who agreed, and the order that came of it. */
@org.springframework.modulith.ApplicationModule(displayName = "Supply")
package app.reliquum.supply;
