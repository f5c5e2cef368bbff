/**
 * What stock is worth.
 *
 * <p>Stock is valued in {@linkplain app.reliquum.core.costing.CostPool pools}: one for each item
 * and group of sites, one for each road and for what is on loan. A pool holds {@linkplain
 * app.reliquum.core.costing.CostLayer layers} of a quantity and what it is worth, to the cent. What
 * enters brings its worth with it, what leaves takes its share along, and the last piece takes what
 * is left: so the worth of a pool is always the sum of what the postings brought and took, and an
 * empty pool is worth nothing.
 */
package app.reliquum.core.costing;
