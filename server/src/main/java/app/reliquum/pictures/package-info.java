/** Pictures that people send: looked into, and kept as the house writes them itself. */
@org.springframework.modulith.ApplicationModule(displayName = "Pictures")
package app.reliquum.pictures;
