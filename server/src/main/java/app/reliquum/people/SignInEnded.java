package app.reliquum.people;

/**
 * A sign-in has ended, or what someone may do has changed: what goes on under it must end or begin
 * again.
 *
 * @param person whose
 */
public record SignInEnded(long person) {}
