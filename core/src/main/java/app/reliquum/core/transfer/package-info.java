/** Goods between our own sites: what was asked for, sent, arrived, and what is missing. */
package app.reliquum.core.transfer;
