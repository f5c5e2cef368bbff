/**
 * Lists as people search, narrow, sort and page them, in one shape for all.
 *
 * <p>A list names its columns in an enum of {@link ListColumn}: what each holds and the SQL that
 * says it. A {@link ListQuery} is what someone asks: words, {@link ListCondition conditions} on
 * columns, a column to sort by and a stretch of rows; it is read from an address to the letter. A
 * {@link ListTable} answers it.
 *
 * <p>Always true: nobody is told of a row of a site that is not theirs, not even by its count; and
 * rows have one order, so that no page repeats or leaves out what another shows.
 */
@org.jspecify.annotations.NullMarked
package app.reliquum.api.lists;
