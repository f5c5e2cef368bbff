/** What is expected to come in: how receipts are set against the lines of an order. */
package app.reliquum.core.inbound;
