package app.reliquum.api;

import java.util.List;

/**
 * Someone is about to change rows of a table of the house, in the transaction that is there.
 *
 * @param table the name of the table
 * @param rows with which parts the keys of the rows begin, in small letters; more than a few are
 *     whole keys
 */
public record RowChanging(Actor actor, String table, List<List<String>> rows) {}
