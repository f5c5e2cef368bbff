package app.reliquum.api;

/**
 * Someone has changed a rule of the house.
 *
 * @param operation the operation's id in the API document
 * @param path the path that was asked, which names what was changed
 */
public record RuleChanged(Actor actor, String operation, String path) {}
