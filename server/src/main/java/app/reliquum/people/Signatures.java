package app.reliquum.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.Base64;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.authentication.RememberMeServices;
import org.springframework.security.web.authentication.rememberme.TokenBasedRememberMeServices;
import org.springframework.stereotype.Component;

/**
 * Keeps people signed in over a restart of the server: a cookie that is signed with the house's own
 * key and the person's password hash, good for one working day.
 */
@Component
class Signatures implements RememberMeServices {

  private static final String KEY = "signature-key";
  private static final Duration WORKING_DAY = Duration.ofHours(14);

  private final Tokens tokens;

  Signatures(JdbcClient jdbc, PersonStore store) {
    this.tokens = new Tokens(key(jdbc), new Users(store), store);
  }

  private static String key(JdbcClient jdbc) {
    byte[] fresh = new byte[32];
    new SecureRandom().nextBytes(fresh);
    jdbc.sql("insert ignore into setting (name, value) values (?, ?)")
        .param(KEY)
        .param(Base64.getEncoder().encodeToString(fresh))
        .update();
    return jdbc.sql("select value from setting where name = ?")
        .param(KEY)
        .query(String.class)
        .single();
  }

  void remember(Person person, HttpServletRequest request, HttpServletResponse response) {
    tokens.onLoginSuccess(request, response, SignedIn.of(person.actor()));
  }

  @Override
  public Authentication autoLogin(HttpServletRequest request, HttpServletResponse response) {
    return tokens.autoLogin(request, response);
  }

  @Override
  public void loginFail(HttpServletRequest request, HttpServletResponse response) {
    tokens.loginFail(request, response);
  }

  @Override
  public void loginSuccess(
      HttpServletRequest request, HttpServletResponse response, Authentication authentication) {
    // Told by the session's own door.
  }

  /** What the signature covers of a person: whatever ends it when it changes. */
  private record Users(PersonStore store) implements UserDetailsService {
    @Override
    public UserDetails loadUserByUsername(String code) {
      return store
          .findByCode(code)
          .filter(Person::active)
          .map(person -> User.withUsername(code).password(secret(person)).build())
          .orElseThrow(() -> new UsernameNotFoundException(code));
    }

    static String secret(Person person) {
      return person.passwordHash() + "/" + person.pinHash();
    }
  }

  private static final class Tokens extends TokenBasedRememberMeServices {
    private final PersonStore store;

    Tokens(String key, Users users, PersonStore store) {
      super(key, users);
      this.store = store;
      setCookieName("reliquum-day");
      setTokenValiditySeconds((int) WORKING_DAY.toSeconds());
      setAlwaysRemember(true);
    }

    @Override
    protected Authentication createSuccessfulAuthentication(
        HttpServletRequest request, UserDetails user) {
      return store
          .findByCode(user.getUsername())
          .map(person -> SignedIn.of(person.actor()))
          .orElseThrow(() -> new UsernameNotFoundException(user.getUsername()));
    }

    @Override
    protected String retrieveUserName(Authentication authentication) {
      return authentication.getName();
    }

    @Override
    protected String retrievePassword(Authentication authentication) {
      return null;
    }
  }
}
