package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.core.scan.OwnLabel;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.authentication.RememberMeServices;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. */
@RestController
@RequestMapping("/api/session")
class SessionController {

  private final People people;
  private final SecurityContextRepository contexts;
  private final RememberMeServices memory;
  private final Signatures signatures;

  SessionController(
      People people,
      SecurityContextRepository contexts,
      RememberMeServices memory,
      Signatures signatures) {
    this.people = people;
    this.contexts = contexts;
    this.memory = memory;
    this.signatures = signatures;
  }

  /** Signing in at a desk. */
  record WithPassword(
      @NotBlank @Size(max = 24) String code, @NotBlank @Size(max = 72) String password) {}

  /** Signing in at a shared device: the badge is scanned, the PIN typed. */
  record WithBadge(@NotBlank @Size(max = 40) String badge, @NotBlank @Size(max = 8) String pin) {}

  /** Who is signed in. */
  record Me(
      long id,
      String code,
      String name,
      String role,
      Set<Permission> permissions,
      boolean everywhere,
      List<Long> sites) {
    static Me of(Actor actor) {
      return new Me(
          actor.id(),
          actor.code(),
          actor.name(),
          actor.role(),
          actor.permissions(),
          actor.everywhere(),
          actor.sites().stream().sorted().toList());
    }
  }

  @Operation(operationId = "getSession", summary = "Who is signed in")
  @GetMapping
  Me me(Actor actor) {
    return Me.of(actor);
  }

  @Operation(operationId = "signInWithPassword", summary = "Sign in with a code and a password")
  @PostMapping("/password")
  Me withPassword(
      @Valid @RequestBody WithPassword given,
      HttpServletRequest request,
      HttpServletResponse response) {
    String code = given.code().strip().toUpperCase(Locale.ROOT);
    return open(people.signIn(code, People.Proof.PASSWORD, given.password()), request, response);
  }

  @Operation(operationId = "signInWithBadge", summary = "Sign in with a badge and a PIN")
  @PostMapping("/badge")
  Me withBadge(
      @Valid @RequestBody WithBadge given,
      HttpServletRequest request,
      HttpServletResponse response) {
    String text = given.badge().strip();
    String code =
        OwnLabel.of(text)
            .map(
                label -> {
                  if (label.kind() != OwnLabel.Kind.PERSON) {
                    throw new Problem(
                        HttpStatus.UNAUTHORIZED,
                        "sign-in",
                        "That label is no badge. A badge begins with RP.");
                  }
                  return label.code();
                })
            .orElse(text.toUpperCase(Locale.ROOT));
    return open(people.signIn(code, People.Proof.PIN, given.pin()), request, response);
  }

  private Me open(Person person, HttpServletRequest request, HttpServletResponse response) {
    var authentication = SignedIn.of(person.actor());
    if (request.getSession(false) != null) {
      request.changeSessionId();
    }
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(authentication);
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
    signatures.remember(person, request, response);
    return Me.of(person.actor());
  }

  @Operation(operationId = "signOut", summary = "Sign out")
  @DeleteMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(HttpServletRequest request, HttpServletResponse response) {
    memory.loginFail(request, response);
    var session = request.getSession(false);
    if (session != null) {
      session.invalidate();
    }
    SecurityContextHolder.clearContext();
  }
}
