/**
 * Sentences whose values are kept apart, so that they can be said in any language.
 *
 * <p>{@link app.reliquum.core.text.Message} is such a sentence, written down in English with
 * numbered places for its values. Whoever shows it looks its template up in a catalogue of their
 * {@link app.reliquum.core.text.Language}. Exceptions that people read are {@link
 * app.reliquum.core.text.Worded}.
 */
package app.reliquum.core.text;
