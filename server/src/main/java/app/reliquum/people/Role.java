package app.reliquum.people;

import app.reliquum.api.Permission;
import java.util.Set;

/** What a person is in the house. */
public enum Role {
  /** Works on the floor with a scanner. */
  FLOOR_HAND(Set.of(Permission.LOOK, Permission.MOVE)),
  /** Keeps the books right. */
  CLERK(Set.of(Permission.LOOK, Permission.MOVE, Permission.POST)),
  /** Sets the rules. */
  CONTROLLER(Set.of(Permission.LOOK, Permission.MOVE, Permission.POST, Permission.RULES)),
  /** Looks, never writes. */
  AUDITOR(Set.of(Permission.LOOK)),
  /** Says who may do what. */
  ADMINISTRATOR(Set.of(Permission.values()));

  private final Set<Permission> permissions;

  Role(Set<Permission> permissions) {
    this.permissions = permissions;
  }

  /** What people in the role may do. */
  public Set<Permission> permissions() {
    return permissions;
  }
}
