/**
 * Who is told of what, and how.
 *
 * <p>{@link app.reliquum.core.notice.NoticeKind} lists what there is to be told, {@link
 * app.reliquum.core.notice.NoticeRules} says whom a notice reaches and in which way. The invariant:
 * a failure always reaches someone, whatever the rules say, as long as there is anyone who sees to
 * failures.
 */
package app.reliquum.core.notice;
