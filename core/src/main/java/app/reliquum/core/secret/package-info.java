/** What may be a secret: which PINs and passwords are too easily guessed. */
package app.reliquum.core.secret;
