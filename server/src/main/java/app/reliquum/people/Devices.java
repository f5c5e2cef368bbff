package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import app.reliquum.people.SecurityLog.What;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The shared devices on which people sign in with badge and PIN. A controller adds one and gets a
 * code for it, good once and for a short time; the browser that says the code is the device from
 * then on, until it is revoked.
 */
@Service
class Devices {

  private static final Duration CODE_HOLDS = Duration.ofMinutes(15);
  private static final int CODE_LETTERS = 10;

  private final JdbcClient jdbc;
  private final SignIns signIns;
  private final SecurityLog log;
  private final Clock clock;

  Devices(JdbcClient jdbc, SignIns signIns, SecurityLog log, Clock clock) {
    this.jdbc = jdbc;
    this.signIns = signIns;
    this.log = log;
    this.clock = clock;
  }

  /** How it stands with a device. */
  enum State {
    WAITING,
    ENROLLED,
    REVOKED
  }

  /**
   * A device.
   *
   * @param site where it belongs; who works there sees to it
   * @param lastPerson who was seen on it last
   */
  @Schema(name = "DeviceCard")
  record Card(
      long id,
      int version,
      String name,
      long site,
      String siteName,
      State state,
      String addedBy,
      Instant added,
      @Nullable Instant enrolled,
      @Nullable Instant lastSeen,
      @Nullable String lastPerson,
      @Nullable Instant revoked) {}

  /** A device as entered. */
  @Schema(name = "DeviceEntry")
  record Entry(
      @NotNull
          @Pattern(
              regexp = "[\\p{L}\\p{N}][\\p{L}\\p{N} ._-]{0,39}",
              message = "is 1 to 40 letters, digits, spaces, dots, dashes")
          String name,
      @NotNull Long site) {}

  /** A device and the code that enrols it, which is told only now. */
  @Schema(name = "DeviceOffer")
  record Offer(long id, String name, String code, Instant until) {}

  /** A device that is enrolled. */
  record Known(long id, String name) {}

  private static final String CARD =
      """
      select d.id, d.version, d.name, d.site_id, s.name, d.token_hash is not null, a.name, d.added,
        d.enrolled, d.last_seen, l.name, d.revoked
      from device d join site s on s.id = d.site_id join person a on a.id = d.added_by
        left join person l on l.id = d.last_person
      """;

  /** The devices of the sites where someone works. */
  List<Card> all(Actor actor) {
    return jdbc
        .sql(CARD + " order by d.revoked is not null, d.name")
        .query(Devices::card)
        .list()
        .stream()
        .filter(one -> actor.worksAt(one.site()))
        .toList();
  }

  private static Card card(ResultSet row, int n) throws SQLException {
    Instant revoked = Utc.instant(row.getTimestamp(12));
    boolean enrolled = row.getBoolean(6);
    return new Card(
        row.getLong(1),
        row.getInt(2),
        row.getString(3),
        row.getLong(4),
        row.getString(5),
        revoked != null ? State.REVOKED : enrolled ? State.ENROLLED : State.WAITING,
        row.getString(7),
        Utc.instant(row.getTimestamp(8)),
        Utc.instant(row.getTimestamp(9)),
        Utc.instant(row.getTimestamp(10)),
        row.getString(11),
        revoked);
  }

  /** Adds a device that waits to be enrolled. */
  @Transactional
  Offer add(Entry entry, Actor actor) {
    requireSite(entry.site(), actor);
    try {
      jdbc.sql("insert into device (name, site_id, added_by, added) values (?, ?, ?, ?)")
          .params(entry.name(), entry.site(), actor.id(), now())
          .update();
    } catch (DuplicateKeyException taken) {
      throw Problem.conflict("not-unique", "A device is called {0} already.", entry.name())
          .with("field", "name");
    }
    long id = jdbc.sql("select last_insert_id()").query(Long.class).single();
    log.write(What.DEVICE_ADDED, actor, entry.name(), "");
    return offer(id, entry.name());
  }

  /** A new code for a device: it is enrolled anew, and was another browser until then. */
  @Transactional
  Offer offerAgain(long id, Actor actor) {
    Card card = locked(id, actor);
    if (card.state() == State.REVOKED) {
      throw Problem.refused(
          "revoked", "{0} was revoked. Add it anew, under a new name.", card.name());
    }
    return offer(id, card.name());
  }

  private Offer offer(long id, String name) {
    String code = Tokens.readable(CODE_LETTERS);
    LocalDateTime until = now().plus(CODE_HOLDS);
    jdbc.sql("update device set code_hash = ?, code_until = ?, version = version + 1 where id = ?")
        .params(Tokens.hash(code), until, id)
        .update();
    return new Offer(
        id,
        name,
        code.substring(0, CODE_LETTERS / 2) + "-" + code.substring(CODE_LETTERS / 2),
        until.toInstant(ZoneOffset.UTC));
  }

  /** Takes a device out of use, with all who are signed in on it. */
  @Transactional
  void revoke(long id, Actor actor) {
    Card card = locked(id, actor);
    if (card.state() == State.REVOKED) {
      return;
    }
    jdbc.sql(
            "update device set revoked = ?, revoked_by = ?, token_hash = null, code_hash = null,"
                + " version = version + 1 where id = ?")
        .params(now(), actor.id(), id)
        .update();
    signIns.endOn(id);
    log.write(What.DEVICE_REVOKED, actor, card.name(), "");
  }

  private Card locked(long id, Actor actor) {
    jdbc.sql("select id from device where id = ? for update").param(id).query(Long.class).list();
    Card card =
        jdbc.sql(CARD + " where d.id = ?")
            .param(id)
            .query(Devices::card)
            .optional()
            .orElseThrow(() -> Problem.missing("device", id));
    actor.requireSite(card.site(), card.siteName());
    return card;
  }

  private void requireSite(long site, Actor actor) {
    String name =
        jdbc.sql("select name from site where id = ?")
            .param(site)
            .query(String.class)
            .optional()
            .orElseThrow(() -> Problem.missing("site", site));
    actor.requireSite(site, name);
  }

  /**
   * Makes the browser that says a code the device that the code is for.
   *
   * @return the token for the browser to keep
   * @throws Problem if there is no such code, or it was used, or is too old
   */
  @Transactional
  String enrol(String said) {
    String code = said.strip().toLowerCase(Locale.ROOT).replaceAll("[\\s-]", "");
    Known device =
        jdbc.sql(
                "select id, name from device where code_hash = ? and code_until > ? and revoked is"
                    + " null for update")
            .params(Tokens.hash(code), now())
            .query((row, n) -> new Known(row.getLong(1), row.getString(2)))
            .optional()
            .orElseThrow(
                () ->
                    new Problem(
                        HttpStatus.UNPROCESSABLE_CONTENT,
                        "wrong-code",
                        "That code enrols no device, or is older than 15 minutes. Ask for a new"
                            + " one."));
    String token = Tokens.cookie();
    signIns.endOn(device.id());
    jdbc.sql(
            "update device set token_hash = ?, code_hash = null, code_until = null, enrolled = ?,"
                + " version = version + 1 where id = ?")
        .params(Tokens.hash(token), now(), device.id())
        .update();
    log.write(What.DEVICE_ENROLLED, null, device.name(), "", device.name());
    return token;
  }

  /** The device that holds a token, if it is enrolled. */
  Optional<Known> known(@Nullable String token) {
    return token == null
        ? Optional.empty()
        : jdbc.sql("select id, name from device where token_hash = ? and revoked is null")
            .param(Tokens.hash(token))
            .query((row, n) -> new Known(row.getLong(1), row.getString(2)))
            .optional();
  }

  private LocalDateTime now() {
    return Utc.of(clock.instant());
  }
}
