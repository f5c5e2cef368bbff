package app.reliquum.core.table;

/**
 * What is wrong with a cell of a file.
 *
 * @param table the table that it belongs to
 * @param row its row in the file, the heading being 1
 * @param column the column; empty if it is about the whole row
 * @param found what stands there
 * @param expected what was expected, as a sentence
 * @param nearest the nearest that exists, empty if nothing is near
 */
public record TableFault(
    String table, int row, String column, String found, String expected, String nearest) {}
