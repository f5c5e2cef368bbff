package app.reliquum.stock;

import java.time.LocalDate;

/**
 * A document whose goods are not here on the day on which they were expected.
 *
 * @param what what kind of document it is, in the words of the API
 * @param from who sends them
 */
public record LateDocument(String what, long id, String number, String from, LocalDate due) {}
