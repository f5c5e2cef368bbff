package app.reliquum.value;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.core.costing.Journal;
import app.reliquum.core.place.PlaceKind;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The accounts of the house, and the journal that its postings make. */
@Service
public class Accounts {

  /** The account that revaluations go to. */
  private static final String REVALUED = "REVALUED";

  /** The account of what goods cost later that had gone by then. */
  private static final String COST_VARIANCE = "COST_VARIANCE";

  private final JdbcClient jdbc;
  private final RowLog rowLog;

  Accounts(JdbcClient jdbc, RowLog rowLog) {
    this.jdbc = jdbc;
    this.rowLog = rowLog;
  }

  /** An account, and what it is for: the kind of a place, or revaluation. */
  @Schema(name = "Account")
  public record Account(
      @NotBlank String role,
      @NotBlank @Size(max = 20) String code,
      @NotBlank @Size(max = 60) String name) {}

  /** An entry of the journal. */
  @Schema(name = "JournalEntry")
  public record Entry(
      Instant at,
      @Nullable Long posting,
      @Nullable String document,
      String kind,
      @Nullable String reason,
      String account,
      String accountName,
      BigDecimal debit,
      BigDecimal credit) {}

  /** The journal of a time, with its sums. */
  @Schema(name = "ValueJournal")
  public record Whole(
      Instant from, Instant to, BigDecimal debit, BigDecimal credit, List<Entry> entries) {}

  @Transactional(readOnly = true)
  public List<Account> all() {
    return jdbc.sql("select role, code, name from account order by code, role")
        .query(Account.class)
        .list();
  }

  @Transactional
  public Account change(Account account) {
    rowLog.changing("accounts");
    int changed =
        jdbc.sql("update account set code = ?, name = ? where role = ?")
            .params(account.code().strip(), account.name().strip(), account.role())
            .update();
    if (changed == 0 && all().stream().noneMatch(one -> one.role().equals(account.role()))) {
      throw Problem.missing("account", account.role());
    }
    return account;
  }

  private record Moved(
      long posting,
      Instant at,
      String document,
      String kind,
      String reason,
      String from,
      String to,
      BigDecimal value) {}

  /** The journal of a time, in its order. */
  @Transactional(readOnly = true)
  public Whole journal(Instant from, Instant to, Actor actor) {
    List<Entry> entries = new ArrayList<>();
    each(from, to, actor, entries::add);
    return new Whole(
        from,
        to,
        entries.stream().map(Entry::debit).reduce(BigDecimal.ZERO, BigDecimal::add),
        entries.stream().map(Entry::credit).reduce(BigDecimal.ZERO, BigDecimal::add),
        entries);
  }

  /**
   * Tells each entry of a time. Within a posting, accounts are netted; what happened at different
   * moments is kept apart.
   *
   * @throws Problem if the one who asks does not see the whole house
   */
  @Transactional(readOnly = true)
  public void each(Instant from, Instant to, Actor actor, Consumer<Entry> teller) {
    if (!actor.everywhere()) {
      throw Problem.forbidden("The journal is of the whole house; you work at some sites of it.");
    }
    Map<String, Account> accounts = new HashMap<>();
    Map<String, String> names = new HashMap<>();
    all()
        .forEach(
            account -> {
              accounts.put(account.role(), account);
              names.put(account.code(), account.name());
            });
    jdbc.sql("select account, name from movement_kind where account <> ''")
        .query(
            row -> {
              names.putIfAbsent(row.getString(1), row.getString(2));
            });
    List<Moved> together = new ArrayList<>();
    jdbc.sql(
            """
            select l.posting_id, l.effective, h.document, coalesce(o.kind, h.kind) kind, h.reason,
              f.kind from_kind, t.kind to_kind, coalesce(k.account, '') own, l.value
            from posted_line l join posted h on h.id = l.posting_id
              left join posted o on o.id = h.reverses_id
              join place f on f.id = l.from_place_id join place t on t.id = l.to_place_id
              left join movement_kind k
                on k.id = if(o.id is null, h.movement_kind_id, o.movement_kind_id)
            where l.effective >= ? and l.effective < ? and l.value <> 0
            order by l.effective, l.posting_id, l.line_no
            """)
        .params(ValueSql.utc(from), ValueSql.utc(to))
        .query(
            row -> {
              Moved moved = moved(row, accounts);
              if (!together.isEmpty() && !same(together.get(0), moved)) {
                tell(together, names, teller);
              }
              together.add(moved);
            });
    tell(together, names, teller);
    revaluations(from, to, accounts, names, teller);
  }

  private static boolean same(Moved one, Moved other) {
    return one.posting() == other.posting() && one.at().equals(other.at());
  }

  private static Moved moved(ResultSet row, Map<String, Account> accounts) throws SQLException {
    return new Moved(
        row.getLong(1),
        row.getTimestamp(2).toLocalDateTime().toInstant(ZoneOffset.UTC),
        row.getString(3),
        row.getString(4),
        row.getString(5),
        account(row.getString(6), row.getString(8), accounts),
        account(row.getString(7), row.getString(8), accounts),
        row.getBigDecimal(9));
  }

  private static String account(String place, String own, Map<String, Account> accounts) {
    return own.isEmpty() || PlaceKind.valueOf(place).ours()
        ? Objects.requireNonNull(accounts.get(place)).code()
        : own;
  }

  private static void tell(
      List<Moved> together, Map<String, String> names, Consumer<Entry> teller) {
    if (together.isEmpty()) {
      return;
    }
    Journal journal = new Journal();
    together.forEach(one -> journal.moved(one.from(), one.to(), one.value()));
    Moved first = together.get(0);
    for (Journal.Entry entry : journal.entries()) {
      teller.accept(
          new Entry(
              first.at(),
              first.posting(),
              first.document(),
              first.kind(),
              first.reason(),
              entry.account(),
              names.getOrDefault(entry.account(), ""),
              entry.debit(),
              entry.credit()));
    }
    together.clear();
  }

  private void revaluations(
      Instant from,
      Instant to,
      Map<String, Account> accounts,
      Map<String, String> names,
      Consumer<Entry> teller) {
    jdbc.sql(
            """
            select r.effective, r.reason, coalesce(p.kind, 'BIN') kind, r.value, i.code, r.role,
              r.gone, coalesce(r.document, i.code) document
            from revaluation r left join place p on p.id = -r.pool_id
              join item i on i.id = r.item_id
            where r.effective >= ? and r.effective < ? order by r.effective, r.id
            """)
        .params(ValueSql.utc(from), ValueSql.utc(to))
        .query(
            row -> {
              Journal journal =
                  new Journal()
                      .moved(
                          Objects.requireNonNull(accounts.get(row.getString(6))).code(),
                          Objects.requireNonNull(accounts.get(row.getString(3))).code(),
                          row.getBigDecimal(4))
                      .moved(
                          Objects.requireNonNull(accounts.get(row.getString(6))).code(),
                          Objects.requireNonNull(accounts.get(COST_VARIANCE)).code(),
                          row.getBigDecimal(7));
              for (Journal.Entry entry : journal.entries()) {
                teller.accept(
                    new Entry(
                        row.getTimestamp(1).toLocalDateTime().toInstant(ZoneOffset.UTC),
                        null,
                        row.getString(8),
                        REVALUED,
                        row.getString(2),
                        entry.account(),
                        names.getOrDefault(entry.account(), ""),
                        entry.debit(),
                        entry.credit()));
              }
            });
  }
}
