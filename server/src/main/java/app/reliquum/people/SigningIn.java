package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Actor.Secret;
import app.reliquum.api.Problem;
import app.reliquum.core.text.Message;
import app.reliquum.people.SecurityLog.What;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;

/**
 * Lets people in. No transaction goes on while a secret is compared: that takes long on purpose,
 * and must not hold a connection of the database meanwhile.
 */
@Service
class SigningIn {

  private final People people;
  private final Secrets secrets;
  private final SignIns signIns;
  private final Tries tries;
  private final Devices devices;
  private final SecurityLog log;

  SigningIn(
      People people,
      Secrets secrets,
      SignIns signIns,
      Tries tries,
      Devices devices,
      SecurityLog log) {
    this.people = people;
    this.secrets = secrets;
    this.signIns = signIns;
    this.tries = tries;
    this.devices = devices;
    this.log = log;
  }

  /** The token of someone who was let in, for their browser. */
  record Opened(String token, Actor actor) {}

  /**
   * Lets someone in.
   *
   * @param code who they say they are
   * @param secret what they prove it with
   * @param said what they say it is
   * @param deviceToken the token of an enrolled device, if the browser has one; a PIN needs it
   * @throws Problem if they are not, or have been wrong too often lately
   */
  Opened open(String code, Secret secret, String said, @Nullable String deviceToken) {
    Optional<Devices.Known> device = devices.known(deviceToken);
    String at = device.map(Devices.Known::name).orElse("");
    Tries.Charged charged = charge(secret + " " + code, code, at);
    if (secret == Secret.PIN && device.isEmpty()) {
      log.write(What.SIGN_IN_REFUSED, null, code, "PIN on a device that is not enrolled", "");
      throw new Problem(
          HttpStatus.FORBIDDEN,
          "not-enrolled",
          "Badges and PINs open enrolled devices only. Ask a controller to enrol this one.");
    }
    Optional<Person> person = people.byCode(code);
    if (!secrets.matches(said, person.map(one -> one.hash(secret)).orElse(null))) {
      log.write(What.SIGN_IN_REFUSED, person.map(Person::id).orElse(null), code, secret.name(), at);
      throw Secrets.wrong(secret);
    }
    tries.succeeded(charged);
    Person found = person.orElseThrow();
    String token =
        signIns.open(found, secret, secret == Secret.PIN ? device.orElseThrow().id() : null);
    log.write(What.SIGNED_IN, found.id(), code, secret.name(), at);
    return new Opened(token, signIns.actor(token).orElseThrow());
  }

  private Tries.Charged charge(String account, String subject, String device) {
    try {
      return tries.charge(account, SecurityLog.address());
    } catch (Problem blocked) {
      log.blocked(subject, blocked.getMessage(), device);
      throw blocked;
    }
  }

  /**
   * Makes the browser that says a code the device that the code is for.
   *
   * @return the token for the browser to keep
   * @throws Problem if the code enrols nothing, or too many were wrong lately
   */
  String enrol(String code) {
    Tries.Charged charged = charge("enrol", "enrolment", "");
    String token = devices.enrol(code);
    tries.succeeded(charged);
    return token;
  }

  /**
   * Lets someone choose a new secret who proves the one that they have signed in with.
   *
   * @throws Problem if it is wrong, or the new one is not taken
   */
  void choose(Actor actor, String present, Secret secret, String chosen) {
    Secret by = actor.access().by();
    Tries.Charged charged = charge(by + " " + actor.code(), actor.code(), "");
    Person person = people.byCode(actor.code()).orElseThrow();
    if (!secrets.matches(present, person.hash(by))) {
      throw new Problem(
              HttpStatus.UNPROCESSABLE_CONTENT,
              "wrong-secret",
              by == Secret.PIN
                  ? Message.of("That is not your PIN.")
                  : Message.of("That is not your password."))
          .with("field", "present");
    }
    tries.succeeded(charged);
    if (secrets.matches(chosen, person.hash(secret))) {
      throw Problem.invalid("chosen", "That is what it was. Choose another.");
    }
    if (secret == Secret.PIN) {
      secrets.checkPin(chosen);
    } else {
      secrets.checkPassword(chosen, actor.code(), actor.name());
    }
    people.choose(actor, secret, secrets.hash(chosen));
  }

  /** Ends what a browser held a token of before someone signed in with it anew. */
  void replace(String token) {
    signIns.end(token);
  }

  /** Signs the one out who holds a token. */
  void close(Actor actor, String token) {
    signIns.end(token);
    log.write(What.SIGNED_OUT, actor, actor.code(), "");
  }
}
