/**
 * Tables by which a house moves in and out: what their columns are, and how a file of someone
 * else's making is read into them.
 *
 * <p>A {@link TableForm} is the heading of a table with the meaning of each {@link TableColumn};
 * {@link HeadingMatch} finds which column of a file is meant by which heading; {@link CellReading}
 * reads what stands in a cell, once {@link WrittenStyle} has said how the file writes its numbers
 * and days. What can't be read is a {@link TableFault}, with what was expected and the {@link
 * NearestMatch} that exists. Nothing is ever guessed that could be read in two ways.
 */
package app.reliquum.core.table;
