package app.reliquum.connections;

import app.reliquum.api.GeneratedId;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.api.Texts;
import app.reliquum.api.Utc;
import app.reliquum.core.text.Message;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.io.Serializable;
import java.math.BigDecimal;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** The carriers that collect from the house: what they offer, and what they are asked to take. */
@Service
public class Carriers {

  private static final Logger LOG = LoggerFactory.getLogger(Carriers.class);

  /** What a carrier offers is asked anew after so long. */
  private static final Duration KNOWN_FOR = Duration.ofMinutes(15);

  private static final TaskDescriptor<Withdrawal> WITHDRAW =
      TaskDescriptor.of("carrier-withdrawal", Withdrawal.class);

  private final JdbcClient jdbc;
  private final JsonOverHttp http;
  private final PracticeServer practice;
  private final RowLog rowLog;
  private final Clock clock;
  private final ObjectProvider<SchedulerClient> scheduler;
  private final TransactionTemplate aside;

  Carriers(
      JdbcClient jdbc,
      JsonOverHttp http,
      PracticeServer practice,
      RowLog rowLog,
      Clock clock,
      ObjectProvider<SchedulerClient> scheduler,
      PlatformTransactionManager transactions) {
    this.jdbc = jdbc;
    this.http = http;
    this.practice = practice;
    this.rowLog = rowLog;
    this.clock = clock;
    this.scheduler = scheduler;
    this.aside = new TransactionTemplate(transactions);
    this.aside.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
  }

  /**
   * A carrier.
   *
   * @param address by which it is asked; empty for the practice carrier that ships along
   */
  @Schema(name = "CarrierCard")
  public record Card(
      long id, int version, String code, String name, String address, boolean active) {}

  /** A carrier as entered. */
  @Schema(name = "CarrierEntry")
  record Entry(
      @Nullable Integer version,
      @NotNull @Pattern(regexp = Texts.CODE, message = Texts.CODE_WANTED) String code,
      @NotBlank @Size(max = 60) String name,
      @NotNull @Size(max = 200) String address,
      boolean active) {}

  /**
   * A service of a carrier.
   *
   * @param service its code
   * @param name what it is called
   * @param most the most that it takes, in kilograms
   */
  @Schema(name = "CarrierService")
  public record Offer(
      long carrierId, String carrier, String service, String name, BigDecimal most) {}

  /**
   * How a carrier is at this moment.
   *
   * @param said why it can't be asked; null if it can
   */
  @Schema(name = "CarrierCondition")
  record Condition(@Nullable String said, List<Offer> services) {}

  /** A party of a consignment, as it stands on a label. */
  public record Party(String name, String street, String town) {}

  /**
   * What a carrier is asked to take.
   *
   * @param reference the number of the order
   * @param unitLoad the number of the unit load (SSCC)
   * @param kilograms what it weighs
   */
  public record Consignment(
      String service,
      String reference,
      String unitLoad,
      BigDecimal kilograms,
      Party sender,
      @Nullable Party receiver) {}

  /** A consignment that a carrier has taken on. */
  public record Taken(String service, String tracking) {}

  record Withdrawal(long carrier, String tracking) implements Serializable {}

  private static final String SELECT =
      "select id, version, code, name, address, active from carrier";

  /** The carriers, by name. */
  @Transactional(readOnly = true)
  public List<Card> all() {
    return jdbc.sql(SELECT + " order by name, id").query(Card.class).list();
  }

  Optional<Card> coded(String code) {
    return jdbc.sql(SELECT + " where code = ?").param(code).query(Card.class).optional();
  }

  private Card carrier(long id) {
    return jdbc.sql(SELECT + " where id = ?")
        .param(id)
        .query(Card.class)
        .optional()
        .orElseThrow(() -> Problem.missing("carrier", id));
  }

  @Transactional
  public Card add(Entry entry) {
    HttpAddress.check(entry.address());
    rowLog.changing("carriers");
    try {
      return carrier(
          GeneratedId.of(
              jdbc.sql("insert into carrier (code, name, address, active) values (?, ?, ?, ?)")
                  .param(entry.code())
                  .param(entry.name().strip())
                  .param(entry.address().strip())
                  .param(entry.active())));
    } catch (DuplicateKeyException there) {
      throw taken(entry);
    }
  }

  @Transactional
  public Card change(long id, Entry entry) {
    HttpAddress.check(entry.address());
    Card before = carrier(id);
    Problem.unlessCurrent(entry.version(), before.version());
    rowLog.changing("carriers");
    try {
      jdbc.sql(
              "update carrier set version = version + 1, code = ?, name = ?, address = ?, active ="
                  + " ? where id = ?")
          .params(entry.code(), entry.name().strip(), entry.address().strip(), entry.active(), id)
          .update();
    } catch (DuplicateKeyException there) {
      throw taken(entry);
    }
    if (!before.address().equals(entry.address().strip())) {
      // Another one answers there.
      jdbc.sql("delete from carrier_service where carrier_id = ?").param(id).update();
    }
    return carrier(id);
  }

  void delete(String code) {
    coded(code)
        .ifPresent(
            one -> {
              jdbc.sql("delete from carrier_service where carrier_id = ?").param(one.id()).update();
              jdbc.sql("delete from carrier where id = ?").param(one.id()).update();
            });
  }

  private static Problem taken(Entry entry) {
    return Problem.conflict("not-unique", "There is a carrier {0} already.", entry.code())
        .with("field", "code");
  }

  private URI at(Card carrier, String path) {
    String base = carrier.address().isEmpty() ? practice.carrier().toString() : carrier.address();
    return URI.create((base.endsWith("/") ? base.substring(0, base.length() - 1) : base) + path);
  }

  // What they offer

  /** Everything that the carriers of the house offer, as each said last. */
  public List<Offer> offers() {
    List<Offer> offers = new ArrayList<>();
    for (Card carrier : all()) {
      if (carrier.active()) {
        offers.addAll(offersOf(carrier));
      }
    }
    return offers;
  }

  private List<Offer> offersOf(Card carrier) {
    Instant asked =
        Utc.instant(
            jdbc.sql("select min(asked) from carrier_service where carrier_id = ?")
                .param(carrier.id())
                .query((row, n) -> row.getTimestamp(1))
                .optional()
                .orElse(null));
    if (asked == null || asked.isBefore(clock.instant().minus(KNOWN_FOR))) {
      try {
        return ask(carrier);
      } catch (JsonOverHttp.UnreachableException away) {
        LOG.warn("Carrier {} was not asked: {}", carrier.code(), away.getMessage());
      }
    }
    return known(carrier);
  }

  private List<Offer> known(Card carrier) {
    return jdbc.sql(
            "select code, name, most_kilograms from carrier_service where carrier_id = ? order by"
                + " most_kilograms, code")
        .param(carrier.id())
        .query(
            (row, n) ->
                new Offer(
                    carrier.id(),
                    carrier.name(),
                    row.getString(1),
                    row.getString(2),
                    row.getBigDecimal(3).stripTrailingZeros()))
        .list();
  }

  /** Asks a carrier what it offers, and keeps it. */
  private List<Offer> ask(Card carrier) throws JsonOverHttp.UnreachableException {
    JsonOverHttp.Answer answer = http.get(at(carrier, "/services"));
    if (!answer.ok() || !answer.body().isArray()) {
      throw new JsonOverHttp.UnreachableException(
          carrier.name() + " does not say what it offers (" + answer.status() + ").");
    }
    List<Offer> offers = new ArrayList<>();
    for (JsonNode one : answer.body()) {
      String code = one.path("code").asString("");
      String name = one.path("name").asString(code);
      JsonNode most = one.path("maxKilograms");
      boolean usable = !code.isEmpty() && code.length() <= 40 && name.length() <= 80;
      if (!usable || !most.isNumber() || most.decimalValue().signum() <= 0) {
        throw new JsonOverHttp.UnreachableException(
            carrier.name() + " offers something that can't be read: " + brief(one));
      }
      offers.add(new Offer(carrier.id(), carrier.name(), code, name, most.decimalValue()));
    }
    aside.executeWithoutResult(status -> keep(carrier, offers));
    return offers;
  }

  private static String brief(JsonNode said) {
    String text = said.toString();
    return text.substring(0, Math.min(80, text.length()));
  }

  private void keep(Card carrier, List<Offer> offers) {
    jdbc.sql("select id from carrier where id = ? for update")
        .param(carrier.id())
        .query(Long.class)
        .optional();
    jdbc.sql("delete from carrier_service where carrier_id = ?").param(carrier.id()).update();
    for (Offer offer : offers) {
      jdbc.sql(
              "insert into carrier_service (carrier_id, code, name, most_kilograms, asked) values"
                  + " (?, ?, ?, ?, ?)")
          .params(
              carrier.id(), offer.service(), offer.name(), offer.most(), Utc.of(clock.instant()))
          .update();
    }
  }

  /** Asks a carrier how it is, and what it offers now. */
  Condition condition(long id) {
    Card carrier = carrier(id);
    try {
      return new Condition(null, ask(carrier));
    } catch (JsonOverHttp.UnreachableException away) {
      return new Condition(away.getMessage(), known(carrier));
    }
  }

  // What they take

  /**
   * Has a carrier take something on.
   *
   * @param key by which the same request is known when it comes again: it is taken on once
   * @throws Problem if it is heavier than the carrier takes, or the carrier refuses or is silent
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Taken take(long id, String key, Consignment consignment) {
    Card carrier = carrier(id);
    Offer offer =
        known(carrier).stream()
            .filter(one -> carrier.active() && one.service().equals(consignment.service()))
            .findFirst()
            .orElseThrow(() -> Problem.missing("service of a carrier", consignment.service()));
    String weight = consignment.kilograms().stripTrailingZeros().toPlainString();
    if (consignment.kilograms().compareTo(offer.most()) > 0) {
      throw Problem.refused(
              "too-heavy",
              "{0} takes up to {1} kg that way; {2} weighs {3} kg.",
              carrier.name(),
              offer.most().toPlainString(),
              consignment.unitLoad(),
              weight)
          .with("most", offer.most())
          .with("weight", consignment.kilograms());
    }
    try {
      JsonOverHttp.Answer answer = http.post(at(carrier, "/consignments"), key, consignment);
      String tracking = answer.body().path("tracking").asString("");
      if (answer.ok() && !tracking.isEmpty() && tracking.length() <= 60) {
        return new Taken(offer.name(), tracking);
      }
      String why = answer.body().path("detail").asString("");
      throw Problem.refused(
          "carrier-refused",
          why.isEmpty()
              ? Message.of("{0} did not take it on ({1}).", carrier.name(), answer.status())
              : Message.of("{0} says: {1}", carrier.name(), why));
    } catch (JsonOverHttp.UnreachableException away) {
      throw Problem.refused(
          "carrier-silent", "{0}: {1} Try again.", carrier.name(), Message.of(away));
    }
  }

  /** Tells a carrier, until it has heard, that it need not take something after all. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void withdraw(long carrier, String tracking) {
    if (tracking.isEmpty() || carrier == 0) {
      return;
    }
    scheduler
        .getObject()
        .scheduleIfNotExists(
            WITHDRAW
                .instance(carrier + " " + tracking)
                .data(new Withdrawal(carrier, tracking))
                .scheduledTo(clock.instant()));
  }

  /** Tells a carrier now; what it does not hear is told again. */
  void withdrawNow(Withdrawal withdrawal) {
    Optional<Card> carrier =
        all().stream().filter(one -> one.id() == withdrawal.carrier()).findFirst();
    if (carrier.isEmpty()) {
      return;
    }
    String tracking = URLEncoder.encode(withdrawal.tracking(), StandardCharsets.UTF_8);
    try {
      int status = http.delete(at(carrier.get(), "/consignments/" + tracking)).status();
      // Gone, unknown, or collected already: there is nothing left to be said.
      if (status / 100 == 5) {
        throw new IllegalStateException(carrier.get().name() + " answers " + status);
      }
    } catch (JsonOverHttp.UnreachableException away) {
      throw new IllegalStateException(away);
    }
  }

  @Configuration
  static class Work {
    private static final int TRIES = 18;
    private static final Duration SOON = Duration.ofSeconds(20);

    @Bean
    OneTimeTask<Withdrawal> carrierWithdrawal(Carriers carriers) {
      return Tasks.oneTime(WITHDRAW)
          .onFailure(
              new FailureHandler.MaxRetriesFailureHandler<>(
                  TRIES, new FailureHandler.ExponentialBackoffFailureHandler<>(SOON)))
          .execute((task, context) -> carriers.withdrawNow(task.getData()));
    }
  }
}
