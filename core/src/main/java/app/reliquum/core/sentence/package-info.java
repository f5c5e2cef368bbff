/**
 * The sentence: what is being done, as one line with blanks that scans fill in any order.
 *
 * <p>What is kept is the <em>evidence</em>: every scan and every word that was said, in order. The
 * sentence is read from it anew each time, with the facts of that moment, so that a later scan can
 * settle what an earlier one meant, a scan is undone by leaving it out, and nothing is lost when a
 * device dies.
 */
package app.reliquum.core.sentence;
