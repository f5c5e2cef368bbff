/** The application: where it starts. What it can do stands in its modules. */
@org.jspecify.annotations.NullMarked
package app.reliquum;
