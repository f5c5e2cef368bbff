/**
 * Letters: written in the transaction of what they are about, sent by mail afterwards.
 *
 * <p>{@link Letters} keeps them, {@link Post} takes them to the mail server, tries again with
 * growing pauses, and shows what could not be sent. A letter is sent only if what it is about was
 * kept.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Mail",
    allowedDependencies = {"api", "house"})
package app.reliquum.mail;
