/**
 * Notices: who is told of what, on screen and by mail.
 *
 * <p>Whoever has something to tell publishes {@link app.reliquum.api.NoticeRaised} with the change;
 * {@link Notices} keeps it once a day for each subject, with those whom it reaches by the rules of
 * core ({@code core/notice}), which {@link NoticeChoices} keeps. {@link NoticeMails} writes what is
 * told by mail, at once or each morning.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Notices",
    allowedDependencies = {"api", "feed", "house", "people", "places"})
@org.jspecify.annotations.NullMarked
package app.reliquum.notices;
