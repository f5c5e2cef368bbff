/** Documents on paper: a heading with the house's name and logo, facts, tables, signatures. */
@org.springframework.modulith.ApplicationModule(displayName = "Papers")
package app.reliquum.papers;
