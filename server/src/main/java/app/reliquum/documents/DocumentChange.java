package app.reliquum.documents;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * One line of a document's log.
 *
 * @param person who did it, by name
 * @param what what was done, as a code that the screen has words for
 * @param detail more of it, as its kind of document says; empty for nothing
 * @param before how it was, where one thing was changed
 * @param after how it is from then on
 */
public record DocumentChange(
    Instant at,
    String person,
    String what,
    String detail,
    @Nullable String before,
    @Nullable String after) {}
