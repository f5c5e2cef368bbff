package app.reliquum.counting;

import static app.reliquum.counting.Times.utc;

import app.reliquum.api.GeneratedId;
import app.reliquum.core.counting.CountState;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.counting.Counting.Method;
import app.reliquum.counting.Counting.Shape;
import app.reliquum.counting.Counting.SlipState;
import app.reliquum.documents.Document;
import app.reliquum.documents.DocumentChange;
import app.reliquum.documents.DocumentKind;
import app.reliquum.documents.DocumentLog;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The rows of counts and slips as they are written. */
@Repository
class CountTable {

  private final JdbcClient jdbc;
  private final Clock clock;
  private final DocumentLog log;

  CountTable(JdbcClient jdbc, Clock clock, DocumentLog log) {
    this.jdbc = jdbc;
    this.clock = clock;
    this.log = log;
  }

  /** A count. */
  record Head(
      long id,
      int version,
      String number,
      long siteId,
      Method method,
      Shape shape,
      boolean blind,
      boolean unplanned,
      boolean typedTwice,
      CountState state,
      String scope,
      String note,
      LocalDateTime created,
      long createdBy,
      LocalDateTime begun,
      LocalDateTime reviewSince,
      long proposedBy,
      LocalDateTime ended,
      long endedBy,
      long postingId,
      long checksCountId) {}

  private static final String HEAD =
      """
      select id, version, number, site_id, method, shape, blind, unplanned, typed_twice,
        state, scope, note, created, created_by, begun, review_since, proposed_by, ended, ended_by, posting_id,
        checks_count_id
      from stock_count
      """;

  Optional<Head> find(long id) {
    return head(" where id = ?", id);
  }

  /** Keeps everyone else from it until the transaction ends. */
  Optional<Head> lock(long id) {
    return head(" where id = ? for update", id);
  }

  /** Keeps it from being ended meanwhile; others may count as well. */
  Optional<Head> share(long id) {
    return head(" where id = ? lock in share mode", id);
  }

  Optional<Head> withNumber(String number) {
    return head(" where number = ?", number);
  }

  private Optional<Head> head(String where, Object value) {
    return jdbc.sql(HEAD + where).param(value).query(Head.class).optional();
  }

  long insert(
      String number,
      long site,
      Method method,
      Shape shape,
      boolean blind,
      boolean unplanned,
      boolean typedTwice,
      String scope,
      String note,
      long person) {
    return GeneratedId.of(
        jdbc.sql(
                """
            insert into stock_count (number, site_id, method, shape, blind, unplanned,
              typed_twice, state, scope, note, created, created_by)
            values (?, ?, ?, ?, ?, ?, ?, 'PREPARED', ?, ?, ?, ?)
            """)
            .params(
                number,
                site,
                method.name(),
                shape.name(),
                blind,
                unplanned,
                typedTwice,
                scope,
                note,
                now(),
                person));
  }

  /** Someone begins to count. */
  void begin(long count) {
    jdbc.sql(
            "update stock_count set state = 'COUNTING', begun = coalesce(begun, ?), version ="
                + " version + 1 where id = ?")
        .params(now(), count)
        .update();
  }

  void review(long count) {
    jdbc.sql(
            "update stock_count set state = 'IN_REVIEW', review_since = ?, proposed_by = 0,"
                + " proposed = null, version = version + 1 where id = ?")
        .params(now(), count)
        .update();
  }

  /** Some of it is counted again. */
  void reopen(long count) {
    jdbc.sql(
            "update stock_count set state = 'COUNTING', proposed_by = 0, proposed = null, version ="
                + " version + 1 where id = ?")
        .param(count)
        .update();
  }

  void propose(long count, long person) {
    jdbc.sql(
            "update stock_count set proposed_by = ?, proposed = ?, version = version + 1 where id ="
                + " ?")
        .params(person, person == 0 ? null : now(), count)
        .update();
  }

  void end(long count, CountState state, long person, long posting) {
    jdbc.sql(
            "update stock_count set state = ?, ended = ?, ended_by = ?, posting_id = ?, version ="
                + " version + 1 where id = ?")
        .params(state.name(), now(), person, posting, count)
        .update();
  }

  void event(long count, long person, String what, String detail) {
    log.write(document(count), person, what, detail);
  }

  /** Something was counted, or what was counted means something else now. */
  void changed(long count) {
    log.tell(document(count), "COUNTED");
  }

  List<DocumentChange> changes(long id) {
    return log.of(DocumentKind.COUNT, id);
  }

  void dateBack(long count, Instant moment) {
    log.dateBack(DocumentKind.COUNT, count, moment);
  }

  private Document document(long count) {
    return jdbc.sql("select number, site_id from stock_count where id = ?")
        .param(count)
        .query(
            (row, n) ->
                Document.of(DocumentKind.COUNT, count, row.getString(1), List.of(row.getLong(2))))
        .single();
  }

  // Slips

  /** A slip. */
  record SlipRow(
      long id,
      long countId,
      int slipNo,
      int round,
      long placeId,
      long itemId,
      long unitLoadId,
      long personId,
      SlipState state) {

    /** Whether a position is part of what the slip is about. */
    boolean covers(PositionKey key) {
      return covers(key.place(), key.item(), key.unitLoad());
    }

    boolean covers(long place, long item, long unitLoad) {
      return (placeId == 0 || placeId == place)
          && (itemId == 0 || itemId == item)
          && (unitLoadId == 0 || unitLoadId == unitLoad);
    }

    /** Whether it is about something that another slip is about, too. */
    boolean covers(SlipRow other) {
      return covers(other.placeId, other.itemId, other.unitLoadId)
          || other.covers(placeId, itemId, unitLoadId);
    }

    /** Whether it is about a unit load, wherever that stands. */
    boolean ofLoad() {
      return unitLoadId != 0;
    }
  }

  private static final String SLIP =
      "select id, count_id, slip_no, round, place_id, item_id, unit_load_id, person_id, state from"
          + " count_slip";

  Optional<SlipRow> slip(long id) {
    return jdbc.sql(SLIP + " where id = ?").param(id).query(SlipRow.class).optional();
  }

  Optional<SlipRow> lockSlip(long id) {
    return jdbc.sql(SLIP + " where id = ? for update").param(id).query(SlipRow.class).optional();
  }

  /** The slips about a bin or an item in it, the latest round first. */
  List<SlipRow> slipsAt(long count, long place) {
    return jdbc.sql(SLIP + " where count_id = ? and place_id = ? order by round desc, slip_no")
        .params(count, place)
        .query(SlipRow.class)
        .list();
  }

  /** The slips about an item, wherever it lies, the latest round first. */
  List<SlipRow> slipsOf(long count, long item) {
    return jdbc.sql(
            SLIP + " where count_id = ? and place_id = 0 and item_id = ? order by round desc")
        .params(count, item)
        .query(SlipRow.class)
        .list();
  }

  /** The slips about a unit load, wherever it stands, the latest round first. */
  List<SlipRow> slipsOfLoad(long count, long unitLoad) {
    return jdbc.sql(SLIP + " where count_id = ? and unit_load_id = ? order by round desc")
        .params(count, unitLoad)
        .query(SlipRow.class)
        .list();
  }

  /** Whether someone has counted, in the count that this one checks, what lies in a bin. */
  boolean countedWhatIsChecked(Head head, long place, long person) {
    return head.checksCountId() != 0
        && jdbc.sql(
                "select exists (select 1 from count_line where count_id = ? and place_id = ? and"
                    + " person_id = ?)")
            .params(head.checksCountId(), place, person)
            .query(Boolean.class)
            .single();
  }

  /** The next slips that someone may count, in the order of walking. */
  List<SlipRow> next(long count, long person, int after, int atMost) {
    return jdbc.sql(
            SLIP
                + """
                 s where s.count_id = ? and s.state <> 'DONE' and s.person_id in (0, ?)
                  and not exists (select 1 from count_line l where l.count_id = s.count_id
                    and s.round > 1 and l.person_id = ? and l.round < s.round
                    and l.item_id = s.item_id and l.place_id = s.place_id)
                  and not exists (select 1 from stock_count k join count_line l
                    on l.count_id = k.checks_count_id where k.id = s.count_id
                    and l.place_id = s.place_id and l.person_id = ?)
                  order by s.person_id = 0, s.state = 'TAKEN', s.slip_no <= ?, s.slip_no limit ?
                """)
        .params(count, person, person, person, after, atMost)
        .query(SlipRow.class)
        .list();
  }

  long addSlip(long count, int round, long place, long item, SlipState state, long person) {
    return addSlip(count, round, place, item, 0, state, person);
  }

  long addSlip(
      long count, int round, long place, long item, long load, SlipState state, long person) {
    return GeneratedId.of(
        jdbc.sql(
                """
            insert into count_slip (count_id, slip_no, round, place_id, item_id, unit_load_id,
              person_id, state)
            select ?, coalesce(max(slip_no), 0) + 1, ?, ?, ?, ?, ?, ? from count_slip where count_id = ?
            """)
            .params(count, round, place, item, load, person, state.name(), count));
  }

  void slipState(long slip, SlipState state, long person) {
    boolean done = state == SlipState.DONE;
    jdbc.sql("update count_slip set state = ?, ended = ?, ended_by = ?, rest = '' where id = ?")
        .params(state.name(), done ? now() : null, done ? person : 0, slip)
        .update();
  }

  int openSlips(long count) {
    return jdbc.sql("select count(*) from count_slip where count_id = ? and state <> 'DONE'")
        .param(count)
        .query(Integer.class)
        .single();
  }

  /** Hands slips to someone, or back to the pool. */
  int assign(long count, Collection<Long> slips, long person) {
    return jdbc.sql(
            "update count_slip set person_id = :person where count_id = :count and id in (:slips)"
                + " and state <> 'DONE'")
        .param("person", person)
        .param("count", count)
        .param("slips", slips)
        .update();
  }

  LocalDateTime now() {
    return utc(clock.instant());
  }
}
