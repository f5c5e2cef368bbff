package app.reliquum.adjusting;

import app.reliquum.api.Actor;
import app.reliquum.api.GeneratedId;
import app.reliquum.api.Numbers;
import app.reliquum.api.Problem;
import app.reliquum.api.RowLog;
import app.reliquum.core.adjustment.Direction;
import app.reliquum.core.adjustment.Purpose;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.text.Message;
import app.reliquum.places.Places;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The reasons and kinds by which goods come in and go out. Those who set the rules add their own,
 * with fields that are asked for wherever the kind is used.
 */
@Service
public class MovementKinds {

  private static final int MOST_FIELDS = 12;

  private final Places places;
  private final JdbcClient jdbc;
  private final RowLog rowLog;

  MovementKinds(JdbcClient jdbc, RowLog rowLog, Places places) {
    this.places = places;
    this.rowLog = rowLog;
    this.jdbc = jdbc;
  }

  /** What a field takes. */
  public enum FieldType {
    TEXT,
    NUMBER,
    DATE,
    CHOICE
  }

  /** A field that is asked for. Its number is 0 while it is new. */
  @Schema(name = "MovementField")
  public record Field(
      long id,
      @NotBlank @Size(max = 40) String name,
      @NotNull FieldType type,
      boolean required,
      @NotNull @Size(max = 40) List<@NotBlank @Size(max = 60) String> choices) {}

  /**
   * A kind.
   *
   * @param sites where it is offered; empty for every site
   * @param roles to whom; empty for everyone
   * @param onFloor whether it is offered on the Floor as well
   * @param comesBack whether what goes out by it is followed until it is back
   */
  @Schema(name = "MovementKind")
  public record Kind(
      long id,
      int version,
      String code,
      String name,
      Purpose purpose,
      Direction direction,
      PlaceKind contra,
      String account,
      boolean noteNeeded,
      @Nullable BigDecimal approvalValue,
      @Nullable Long oppositeId,
      boolean active,
      List<Long> sites,
      List<String> roles,
      boolean onFloor,
      boolean comesBack,
      List<Field> fields) {

    /** Whether it is for someone at all; the house itself has every reason. */
    public boolean isFor(Actor actor) {
      return roles.isEmpty() || roles.contains(actor.role()) || actor.role().equals(HOUSE);
    }

    /** Whether it is offered to someone at a site. */
    public boolean isOffered(Actor actor, long site) {
      return isFor(actor) && (sites.isEmpty() || sites.contains(site));
    }
  }

  private static final String HOUSE = "HOUSE";

  /** A kind as entered. */
  @Schema(name = "MovementKindEntry")
  public record Entry(
      @Nullable Integer version,
      @NotNull
          @Pattern(
              regexp = "[A-Z0-9][A-Z0-9-]{0,15}",
              message = "is 1 to 16 capital letters, digits and hyphens")
          String code,
      @NotBlank @Size(max = 60) String name,
      @NotNull Purpose purpose,
      @NotNull Direction direction,
      @NotNull PlaceKind contra,
      @NotNull @Size(max = 20) String account,
      boolean noteNeeded,
      @PositiveOrZero @Nullable BigDecimal approvalValue,
      @Nullable Long oppositeId,
      boolean active,
      @Nullable @Size(max = 200) List<@NotNull Long> sites,
      @Nullable @Size(max = 10) List<@NotNull @Pattern(regexp = "[A-Z_]{1,20}") String> roles,
      @Nullable Boolean onFloor,
      @NotNull @Size(max = MOST_FIELDS) List<@Valid Field> fields) {}

  /** Every kind, those of a purpose together, by name. */
  @Transactional(readOnly = true)
  public List<Kind> all() {
    Map<Long, List<Field>> fields = fields();
    Map<Long, List<Long>> sites = sites();
    return jdbc
        .sql("select * from movement_kind order by name")
        .query(
            (row, n) -> {
              long opposite = row.getLong("opposite_id");
              Purpose purpose = Purpose.valueOf(row.getString("purpose"));
              Direction direction = Direction.valueOf(row.getString("direction"));
              return new Kind(
                  row.getLong("id"),
                  row.getInt("version"),
                  row.getString("code"),
                  row.getString("name"),
                  purpose,
                  direction,
                  PlaceKind.valueOf(row.getString("contra")),
                  row.getString("account"),
                  row.getBoolean("note_needed"),
                  row.getBigDecimal("approval_value"),
                  opposite == 0 ? null : opposite,
                  row.getBoolean("active"),
                  sites.getOrDefault(row.getLong("id"), List.of()),
                  listed(row.getString("roles")),
                  row.getBoolean("on_floor"),
                  purpose.comesBack(direction, opposite != 0),
                  fields.getOrDefault(row.getLong("id"), List.of()));
            })
        .stream()
        .sorted(Comparator.comparing(Kind::purpose))
        .toList();
  }

  private static List<String> listed(String roles) {
    return roles.isEmpty() ? List.of() : List.of(roles.split(","));
  }

  private Map<Long, List<Long>> sites() {
    Map<Long, List<Long>> sites = new HashMap<>();
    jdbc.sql("select kind_id, site_id from movement_kind_site order by site_id")
        .query(
            row -> {
              sites.computeIfAbsent(row.getLong(1), kind -> new ArrayList<>()).add(row.getLong(2));
            });
    return sites;
  }

  private Map<Long, List<Field>> fields() {
    Map<Long, List<Field>> fields = new HashMap<>();
    jdbc.sql(
            "select kind_id, id, name, type, required, choices from movement_field where active"
                + " order by kind_id, position")
        .query(
            row -> {
              fields
                  .computeIfAbsent(row.getLong(1), kind -> new ArrayList<>())
                  .add(
                      new Field(
                          row.getLong(2),
                          row.getString(3),
                          FieldType.valueOf(row.getString(4)),
                          row.getBoolean(5),
                          row.getString(6).lines().toList()));
            });
    return fields;
  }

  /** A kind by its number. */
  public Kind kind(long id) {
    return all().stream()
        .filter(kind -> kind.id() == id)
        .findFirst()
        .orElseThrow(() -> Problem.missing("movement kind", id));
  }

  /** A kind by its code. */
  public Optional<Kind> withCode(String code) {
    return all().stream().filter(kind -> kind.code().equalsIgnoreCase(code.strip())).findFirst();
  }

  @Transactional
  public Kind add(Entry entry) {
    check(entry, 0);
    rowLog.changing("reasons");
    long id;
    try {
      id =
          GeneratedId.of(
              bind(
                  jdbc.sql(
                      "insert into movement_kind (code, name, purpose, direction, contra, account,"
                          + " note_needed, approval_value, opposite_id, active, roles, on_floor) values"
                          + " (:code, :name, :purpose, :direction, :contra, :account, :note,"
                          + " :approval, :opposite, :active, :roles, :floor)"),
                  entry));
    } catch (DuplicateKeyException taken) {
      throw Problem.conflict("not-unique", "There is a kind {0} already.", entry.code())
          .with("field", "code");
    }
    write(id, entry);
    return kind(id);
  }

  /** Changes a kind. Its code, and what it is for, stay: what was written with it says so. */
  @Transactional
  public Kind change(long id, Entry entry) {
    Kind before = kind(id);
    Problem.unlessCurrent(entry.version(), before.version());
    if (entry.purpose() != before.purpose() || !entry.code().equals(before.code())) {
      throw Problem.refused(
              "kind-is-used", "Code and purpose of a kind stay. Close it and add another one.")
          .with("field", "code");
    }
    check(entry, id);
    rowLog.changing("reasons");
    int changed =
        bind(
                jdbc.sql(
                    "update movement_kind set code = :code, name = :name, purpose = :purpose,"
                        + " direction = :direction, contra = :contra, account = :account,"
                        + " note_needed = :note, approval_value = :approval, opposite_id ="
                        + " :opposite, active = :active, roles = :roles, on_floor = :floor,"
                        + " version = version + 1 where id = :id and"
                        + " version = :version"),
                entry)
            .param("id", id)
            .param("version", entry.version())
            .update();
    if (changed == 0) {
      throw Problem.changed();
    }
    write(id, entry);
    return kind(id);
  }

  private static JdbcClient.StatementSpec bind(JdbcClient.StatementSpec sql, Entry entry) {
    return sql.param("code", entry.code())
        .param("name", entry.name().strip())
        .param("purpose", entry.purpose().name())
        .param("direction", entry.direction().name())
        .param("contra", entry.contra().name())
        .param("account", entry.account().strip())
        .param("note", entry.noteNeeded())
        .param("approval", entry.approvalValue())
        .param("opposite", entry.oppositeId() == null ? 0 : entry.oppositeId())
        .param("active", entry.active())
        .param("roles", entry.roles() == null ? "" : String.join(",", new TreeSet<>(entry.roles())))
        .param("floor", !Boolean.FALSE.equals(entry.onFloor()));
  }

  private void check(Entry entry, long id) {
    entry
        .purpose()
        .fault(entry.direction(), entry.contra())
        .ifPresent(
            fault -> {
              throw refused(fault);
            });
    if (entry.oppositeId() != null && entry.oppositeId() != 0) {
      Kind opposite = kind(entry.oppositeId());
      boolean fits =
          opposite.id() != id
              && opposite.contra() == entry.contra()
              && opposite.direction().opposes(entry.direction());
      if (!fits) {
        throw Problem.invalid(
            "oppositeId", "The opposite goes the other way, from the same contra place.");
      }
    }
    for (long site : entry.sites() == null ? List.<Long>of() : entry.sites()) {
      places.named(site);
    }
    Set<String> names = new HashSet<>();
    for (Field field : entry.fields()) {
      if (!names.add(field.name().strip().toLowerCase(Locale.ROOT))) {
        throw Problem.invalid("fields", "Two fields are called {0}.", field.name().strip());
      }
      if (field.type() == FieldType.CHOICE && field.choices().size() < 2) {
        throw Problem.invalid("fields", "{0} needs at least two choices.", field.name().strip());
      }
    }
  }

  private static Problem refused(Purpose.Fault fault) {
    return switch (fault) {
      case NO_CONTRA_PLACE ->
          Problem.invalid("contra", "Goods can't come from or go to that place by a kind.");
      case LOANS_ARE_ON_LOAN ->
          Problem.invalid("contra", "Goods on loan, and only those, go to the place On loan.");
      case LOAN_GOES_ONE_WAY ->
          Problem.invalid(
              "direction",
              "Lending out is one kind and coming back another: each other's opposite.");
      case SCRAP_GOES_OUT ->
          Problem.invalid("contra", "What is scrapped goes out, to the place Scrapped.");
    };
  }

  /** Fields that are no longer asked for stay with what was written with them. */
  private void write(long id, Entry entry) {
    jdbc.sql("update movement_field set active = false where kind_id = ?").param(id).update();
    for (int i = 0; i < entry.fields().size(); i++) {
      Field field = entry.fields().get(i);
      String choices = String.join("\n", field.choices().stream().map(String::strip).toList());
      int kept =
          field.id() == 0
              ? 0
              : jdbc.sql(
                      "update movement_field set position = ?, name = ?, required = ?, choices = ?,"
                          + " active = true where id = ? and kind_id = ? and type = ?")
                  .params(
                      i,
                      field.name().strip(),
                      field.required(),
                      choices,
                      field.id(),
                      id,
                      field.type().name())
                  .update();
      if (kept == 0) {
        jdbc.sql(
                "insert into movement_field (kind_id, position, name, type, required, choices)"
                    + " values (?, ?, ?, ?, ?, ?)")
            .params(id, i, field.name().strip(), field.type().name(), field.required(), choices)
            .update();
      }
    }
    link(id, entry.oppositeId());
    jdbc.sql("delete from movement_kind_site where kind_id = ?").param(id).update();
    for (long site : new TreeSet<>(entry.sites() == null ? List.of() : entry.sites())) {
      jdbc.sql("insert into movement_kind_site (kind_id, site_id) values (?, ?)")
          .params(id, site)
          .update();
    }
  }

  /** Two kinds are each other's opposite. */
  private void link(long id, @Nullable Long opposite) {
    jdbc.sql("update movement_kind set opposite_id = 0 where opposite_id = ? and id <> ?")
        .params(id, opposite == null ? 0 : opposite)
        .update();
    if (opposite != null && opposite != 0) {
      jdbc.sql("update movement_kind set opposite_id = ? where id = ?")
          .params(id, opposite)
          .update();
    }
  }

  /**
   * Reads what someone has filled the fields of a kind with.
   *
   * @param given texts by the numbers of the fields
   * @return what is kept: trimmed, numbers and dates in one way of writing, nothing that is empty
   * @throws Problem if one that is needed is missing, or one is not what it must be
   */
  public Map<Long, String> read(Kind kind, Map<Long, String> given) {
    Map<Long, String> kept = new TreeMap<>();
    for (Field field : kind.fields()) {
      String text = given.getOrDefault(field.id(), "").strip();
      if (text.isEmpty()) {
        if (field.required()) {
          throw wrong(field, Message.of("is needed"));
        }
        continue;
      }
      if (text.length() > 200) {
        throw wrong(field, Message.of("has at most 200 characters"));
      }
      kept.put(field.id(), value(field, text));
    }
    return kept;
  }

  private static String value(Field field, String text) {
    return switch (field.type()) {
      case TEXT -> text;
      case NUMBER -> {
        try {
          yield Numbers.decimal(text).stripTrailingZeros().toPlainString();
        } catch (IllegalArgumentException none) {
          throw wrong(field, Message.of("is a number, like 12 or 0.5"));
        }
      }
      case DATE -> {
        try {
          yield Numbers.day(text).toString();
        } catch (IllegalArgumentException none) {
          throw wrong(field, Message.of("is a day, like 2026-03-31"));
        }
      }
      case CHOICE ->
          field.choices().stream()
              .filter(text::equalsIgnoreCase)
              .findFirst()
              .orElseThrow(
                  () ->
                      wrong(
                          field, Message.of("is one of {0}", String.join(", ", field.choices()))));
    };
  }

  private static Problem wrong(Field field, Message what) {
    return Problem.invalid("field-" + field.id(), "{0} {1}.", field.name(), what)
        .with("name", field.name());
  }
}
