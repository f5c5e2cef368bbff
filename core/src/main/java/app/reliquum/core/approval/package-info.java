/**
 * When someone else must agree before stock or its value changes, and who may.
 *
 * <p>{@link app.reliquum.core.approval.Approval} has the limits and what each person may do with a
 * proposal. The invariant: nobody agrees to what they have proposed or taken part in.
 */
package app.reliquum.core.approval;
