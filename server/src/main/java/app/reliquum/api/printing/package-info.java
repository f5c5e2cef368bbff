/** What can be printed by itself: each capability brings its own papers and labels as beans. */
@org.jspecify.annotations.NullMarked
package app.reliquum.api.printing;
