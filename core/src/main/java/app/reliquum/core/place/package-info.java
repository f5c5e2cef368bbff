/**
 * Where: the kinds of place that a ledger line can name, what the areas of a site are for, and how
 * the addresses of a whole rack are made from one pattern.
 */
package app.reliquum.core.place;
