/**
 * The categories of items, which lie in one another.
 *
 * <p>{@link CategoryPath} says which categories a rule for one reaches: the nearest word holds.
 */
package app.reliquum.core.category;
