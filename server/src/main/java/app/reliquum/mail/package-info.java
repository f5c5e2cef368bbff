/** Letters: written in the transaction of what they are about, sent by mail afterwards. */
@org.springframework.modulith.ApplicationModule(displayName = "Mail")
package app.reliquum.mail;
