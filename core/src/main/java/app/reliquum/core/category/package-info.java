/** The categories of items, which lie in one another. */
package app.reliquum.core.category;
