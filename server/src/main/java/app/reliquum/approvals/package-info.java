/**
 * What waits for someone else to agree: who proposes, who asks back, who decides.
 *
 * <p>{@link Approvals} keeps it for any document that is a {@link Subject}, and tells the subject
 * what was decided. Nobody agrees to their own, and nobody above their limit.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Approvals",
    allowedDependencies = {"api", "feed"})
@org.jspecify.annotations.NullMarked
package app.reliquum.approvals;
