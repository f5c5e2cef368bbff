/** How far an outbound order is. */
package app.reliquum.core.outbound;
