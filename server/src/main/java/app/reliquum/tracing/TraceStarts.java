package app.reliquum.tracing;

import app.reliquum.api.Actor;
import app.reliquum.api.Page;
import app.reliquum.api.Utc;
import app.reliquum.api.lists.SearchText;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.scan.Meaning;
import app.reliquum.search.HouseCodes;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Finds what a trace may start from. */
@Service
class TraceStarts {

  private static final int OF_EACH = 8;

  private final JdbcClient jdbc;
  private final HouseCodes codes;

  TraceStarts(JdbcClient jdbc, HouseCodes codes) {
    this.jdbc = jdbc;
    this.codes = codes;
  }

  /** What a trace may start from. */
  enum Kind {
    LOT,
    SERIAL,
    UNIT_LOAD,
    CUSTOMER,
    SUPPLIER
  }

  /** Whose goods are listed. */
  enum PartyKind {
    CUSTOMER,
    SUPPLIER
  }

  /**
   * Something to start from.
   *
   * @param exact whether the text names just this
   */
  @Schema(name = "TraceStart")
  record Start(Kind kind, long id, String code, String name, boolean exact) {}

  /**
   * A lot or piece that a customer has, or that came from a supplier.
   *
   * @param quantity what they have, less what came back; or what came, less what went back
   * @param documents how many documents there were
   */
  @Schema(name = "TraceGoodsOfParty")
  record OfParty(
      Traced.Goods goods, Quantity quantity, int documents, Instant first, Instant last) {}

  private static final String LOT =
      "select 'LOT' kind, l.id, l.code, concat(i.code, ' ', i.name) name from lot l join item i on"
          + " i.id = l.item_id where ";

  private static final String SERIAL =
      "select 'SERIAL' kind, l.id, l.code, concat(i.code, ' ', i.name) name from serial l join item"
          + " i on i.id = l.item_id where ";

  private static final String UNIT_LOAD =
      "select 'UNIT_LOAD' kind, l.id, l.code, l.name from unit_load l where ";

  private static final String PARTY =
      "select '%s' kind, l.id, l.code, concat(l.name, if(l.town = '', '', concat(', ', l.town)))"
          + " name from %s l where ";

  /** What a text stands for first, then what begins like it. */
  @Transactional(readOnly = true)
  public List<Start> find(String text, Actor actor) {
    SearchText words = SearchText.of(text);
    if (words.isEmpty()) {
      return List.of();
    }
    Map<String, Start> found = new LinkedHashMap<>();
    for (Meaning meaning : codes.read(text).meanings()) {
      exact(meaning).forEach(start -> found.putIfAbsent(start.kind() + "" + start.id(), start));
    }
    List<Start> more = new ArrayList<>();
    String begins = "l.code like :value";
    more.addAll(some(LOT + begins, words.prefix()));
    more.addAll(some(SERIAL + begins, words.prefix()));
    more.addAll(some(UNIT_LOAD + begins, words.prefix()));
    String named = "(l.code like :value or l.name like :value or l.name like concat('% ', :value))";
    more.addAll(some(PARTY.formatted("CUSTOMER", "customer") + named, words.prefix()));
    more.addAll(some(PARTY.formatted("SUPPLIER", "supplier") + named, words.prefix()));
    more.forEach(start -> found.putIfAbsent(start.kind() + "" + start.id(), start));
    return List.copyOf(found.values());
  }

  private List<Start> exact(Meaning meaning) {
    String byId = "l.id = :value";
    List<Start> found =
        switch (meaning) {
          case Meaning.Lot lot -> some(LOT + byId, lot.lot());
          case Meaning.Serial serial -> some(SERIAL + byId, serial.serial());
          case Meaning.UnitLoad load -> some(UNIT_LOAD + byId, load.unitLoad());
          default -> List.of();
        };
    return found.stream()
        .map(one -> new Start(one.kind(), one.id(), one.code(), one.name(), true))
        .toList();
  }

  private List<Start> some(String statement, Object value) {
    return jdbc.sql(statement + " order by l.code limit " + OF_EACH)
        .param("value", value)
        .query(
            (row, n) ->
                new Start(
                    Kind.valueOf(row.getString("kind")),
                    row.getLong("id"),
                    row.getString("code"),
                    row.getString("name"),
                    false))
        .list();
  }
}
