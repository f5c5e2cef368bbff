package app.reliquum.api;

import org.jspecify.annotations.Nullable;

/**
 * Someone has asked for what they may not.
 *
 * @param operation the operation's id in the API document
 * @param why the sentence they were told
 */
public record AccessRefused(Actor actor, String operation, @Nullable String why) {}
