/**
 * What may be a secret.
 *
 * <p>{@link PinRule} says which PINs are too easily guessed. It is told a PIN and keeps nothing.
 */
package app.reliquum.core.secret;
