package app.reliquum.people;

import app.reliquum.api.Actor;
import org.springframework.security.authentication.AbstractAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;

/** A person who has proved who they are; their permissions are their authorities. */
class SignedIn extends AbstractAuthenticationToken {

  private final transient Actor actor;

  SignedIn(Actor actor) {
    super(
        AuthorityUtils.createAuthorityList(
            actor.permissions().stream().map(Enum::name).toArray(String[]::new)));
    this.actor = actor;
    setAuthenticated(true);
  }

  @Override
  public Object getCredentials() {
    return "";
  }

  @Override
  public Actor getPrincipal() {
    return actor;
  }

  @Override
  public String getName() {
    return actor.code();
  }
}
