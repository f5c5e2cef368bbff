/** What waits for someone else to agree: who proposes, who asks back, who decides. */
@org.springframework.modulith.ApplicationModule(displayName = "Approvals")
package app.reliquum.approvals;
