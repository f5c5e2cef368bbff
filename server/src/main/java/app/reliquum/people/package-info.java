/** Who works here: sign-in, roles, and the sites where a person may work. */
@org.springframework.modulith.ApplicationModule(displayName = "People")
package app.reliquum.people;
