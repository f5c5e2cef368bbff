/** What goods are worth. */
package app.reliquum.core.costing;
