package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Open;
import app.reliquum.api.Own;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.core.scan.OwnLabel;
import app.reliquum.feed.Feed;
import app.reliquum.house.DemoMark;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. */
@RestController
@RequestMapping("/api/session")
class SessionController {

  private final SigningIn signingIn;
  private final Devices devices;
  private final CsrfTokenRepository tokens;
  private final DemoMark demo;
  private final Feed feed;

  SessionController(
      SigningIn signingIn, Devices devices, CsrfTokenRepository tokens, DemoMark demo, Feed feed) {
    this.feed = feed;
    this.signingIn = signingIn;
    this.devices = devices;
    this.tokens = tokens;
    this.demo = demo;
  }

  /**
   * What this browser may sign in with.
   *
   * @param device the name of the enrolled device that it is; only there badge and PIN work
   * @param demo whether this is the demo house, with made-up goods and a published password
   */
  @Schema(name = "SignInOptions")
  record Options(@Nullable String device, boolean demo) {}

  /** The code that enrols a device. */
  record EnrolmentEntry(@NotBlank @Size(max = 40) String code) {}

  /**
   * A new secret of one's own.
   *
   * @param present the secret that one has signed in with
   * @param secret which is changed
   * @param chosen the new one
   */
  record SecretEntry(
      @NotBlank @Size(max = 72) String present,
      @NotNull Actor.Secret secret,
      @NotBlank @Size(max = 200) String chosen) {}

  /** Signing in at a desk. */
  record WithPassword(
      @NotBlank @Size(max = 24) String code, @NotBlank @Size(max = 72) String password) {}

  /** Signing in at a shared device: the badge is scanned, the PIN typed. */
  record WithBadge(@NotBlank @Size(max = 40) String badge, @NotBlank @Size(max = 8) String pin) {}

  /**
   * Who is signed in.
   *
   * @param by what with: a PIN opens the Floor only
   * @param device the enrolled device, if it is one
   * @param due the secret that must be changed before anything else
   * @param feed how far the feed was told then: who listens from there on misses nothing
   */
  record Me(
      long id,
      String code,
      String name,
      String role,
      Set<Permission> permissions,
      boolean everywhere,
      List<Long> sites,
      Actor.Secret by,
      @Nullable String device,
      Actor.@Nullable Secret due,
      boolean demo,
      long feed) {
    static Me of(Actor actor, boolean demo, long feed) {
      return new Me(
          actor.id(),
          actor.code(),
          actor.name(),
          actor.role(),
          actor.permissions(),
          actor.everywhere(),
          actor.sites().stream().sorted().toList(),
          actor.access().by(),
          actor.access().device(),
          actor.access().due(),
          demo,
          feed);
    }
  }

  @Operation(operationId = "getSession", summary = "Who is signed in")
  @Own
  @GetMapping
  Me me(Actor actor) {
    return Me.of(actor, demo.isDemo(), feed.last());
  }

  @Operation(
      operationId = "getSignInOptions",
      summary = "What this browser may sign in with, and whether this is a demo")
  @Open
  @GetMapping("/options")
  Options options(HttpServletRequest request) {
    String device = devices.known(Cookies.DEVICE.of(request)).map(Devices.Known::name).orElse(null);
    return new Options(device, demo.isDemo());
  }

  @Operation(operationId = "enrolDevice", summary = "Make this browser an enrolled device")
  @Open
  @PostMapping("/device")
  Options enrol(
      @Valid @RequestBody EnrolmentEntry entry,
      HttpServletRequest request,
      HttpServletResponse response) {
    String token = signingIn.enrol(entry.code());
    Cookies.DEVICE.set(token, request, response);
    return new Options(devices.known(token).orElseThrow().name(), demo.isDemo());
  }

  @Operation(operationId = "changeOwnSecret", summary = "Change one's own password or PIN")
  @Own
  @PutMapping("/secret")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeSecret(Actor actor, @Valid @RequestBody SecretEntry entry) {
    signingIn.choose(actor, entry.present(), entry.secret(), entry.chosen());
  }

  @Operation(operationId = "signInWithPassword", summary = "Sign in with a code and a password")
  @Open
  @PostMapping("/password")
  Me withPassword(
      @Valid @RequestBody WithPassword given,
      HttpServletRequest request,
      HttpServletResponse response) {
    String code = given.code().strip().toUpperCase(Locale.ROOT);
    return open(code, Actor.Secret.PASSWORD, given.password(), request, response);
  }

  @Operation(operationId = "signInWithBadge", summary = "Sign in with a badge and a PIN")
  @Open
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
    return open(code, Actor.Secret.PIN, given.pin(), request, response);
  }

  private Me open(
      String code,
      Actor.Secret secret,
      String said,
      HttpServletRequest request,
      HttpServletResponse response) {
    SigningIn.Opened opened = signingIn.open(code, secret, said, Cookies.DEVICE.of(request));
    String before = Cookies.SIGN_IN.of(request);
    if (before != null) {
      signingIn.replace(before);
    }
    Cookies.SIGN_IN.set(opened.token(), request, response);
    // What another could have planted before is worth nothing now.
    tokens.saveToken(tokens.generateToken(request), request, response);
    return Me.of(opened.actor(), demo.isDemo(), feed.last());
  }

  @Operation(operationId = "signOut", summary = "Sign out")
  @Own
  @DeleteMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(Actor actor, HttpServletRequest request, HttpServletResponse response) {
    String token = Cookies.SIGN_IN.of(request);
    if (token != null) {
      signingIn.close(actor, token);
    }
    Cookies.SIGN_IN.clear(request, response);
    tokens.saveToken(null, request, response);
  }
}
