package app.reliquum.adjusting;

import app.reliquum.api.Problem;
import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.adjustment.Direction;
import app.reliquum.core.adjustment.Purpose;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The reasons and movement kinds of the house as a table. */
@Component
class ReasonTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "reasons",
          "Why stock is adjusted, scrapped or moved, and what is asked for then.",
          TableColumn.code("code", "The code of the reason.", "DAMAGED")
              .asKey()
              .alsoCalled("reason"),
          TableColumn.text("name", "What it is called.", "Damaged in store").asNeeded(),
          TableColumn.choice("purpose", "What it is for.", Purpose.values()).asNeeded(),
          TableColumn.choice("direction", "Whether goods come in or go out.", Direction.values())
              .asNeeded(),
          TableColumn.choice("contra", "The other side of the movement.", PlaceKind.values())
              .asNeeded()
              .suchAs(TableColumn.word(PlaceKind.SCRAPPED)),
          TableColumn.text("account", "The account that its value goes to.", "5300"),
          TableColumn.yesNo("note needed", "Whether a note must be written.", false),
          TableColumn.decimal(
              "approval value", "Above this value someone else approves it.", "250"),
          TableColumn.code(
              "comes back as", "The code of the reason by which the goods are received back.", ""),
          TableColumn.of(
              "fields",
              TableColumn.Kind.LIST,
              "What is asked for besides: name, type (text, number, date, choice) and needed or"
                  + " not, parted by bars; choices behind them.",
              "Claim number|text|needed"),
          TableColumn.of(
              "sites",
              TableColumn.Kind.LIST,
              "The codes of the sites where it is offered; empty for every site.",
              "KQ; PS"),
          TableColumn.of(
              "roles",
              TableColumn.Kind.LIST,
              "The roles to whom it is offered; empty for everyone.",
              "clerk; controller"),
          TableColumn.yesNo("on the floor", "Whether it is offered on the Floor as well.", true),
          TableColumn.yesNo("active", "Whether it can be used.", true));

  private static final List<String> ROLES =
      List.of("FLOOR_HAND", "CLERK", "CONTROLLER", "ADMINISTRATOR");

  private final JdbcClient jdbc;
  private final Places places;
  private final MovementKinds kinds;

  ReasonTable(RowQuery query, JdbcClient jdbc, MovementKinds kinds, Places places) {
    super(
        FORM,
        query,
        """
        select k.code, k.name, k.purpose, k.direction, k.contra, k.account, k.note_needed,
          k.approval_value, o.code,
          (select group_concat(f.name, '|', lower(f.type), '|', if(f.required, 'needed', 'not'),
              if(f.choices = '', '', concat('|', replace(f.choices, '\\n', '|')))
              order by f.position separator '; ')
            from movement_field f where f.kind_id = k.id and f.active),
          (select group_concat(s.code order by s.code separator '; ')
            from movement_kind_site m join site s on s.id = m.site_id where m.kind_id = k.id),
          lower(replace(replace(k.roles, ',', '; '), '_', ' ')), k.on_floor, k.active
        from movement_kind k left join movement_kind o on o.id = k.opposite_id
        order by k.opposite_id <> 0, k.code
        """);
    this.jdbc = jdbc;
    this.places = places;
    this.kinds = kinds;
  }

  @Override
  public References references() {
    return new References(
        "movement_kind",
        List.of("kind_id", "opposite_id"),
        "select id from movement_kind where code = ?",
        List.of("movement_field", "movement_kind_site"));
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    MovementKinds.Kind there = kinds.withCode(row.text("code")).orElse(null);
    Long opposite = null;
    if (row.says("comes back as")) {
      opposite =
          kinds
              .withCode(row.text("comes back as"))
              .orElseThrow(
                  () ->
                      Problem.invalid(
                          "comesBackAs", "Expected a reason that exists, or stands above."))
              .id();
    }
    MovementKinds.Entry entry =
        new MovementKinds.Entry(
            there == null ? null : there.version(),
            row.text("code"),
            row.text("name"),
            row.constant(Purpose.class, "purpose"),
            row.constant(Direction.class, "direction"),
            row.constant(PlaceKind.class, "contra"),
            row.text("account"),
            row.yes("note needed"),
            row.decimal("approval value").orElse(null),
            opposite,
            row.yes("active"),
            row.list("sites").stream().map(places::coded).toList(),
            row.list("roles").stream().map(ReasonTable::role).toList(),
            row.yes("on the floor"),
            fields(row, there));
    if (writing.valid(row, entry)) {
      if (there == null) {
        kinds.add(entry);
      } else {
        kinds.change(there.id(), entry);
      }
    }
  }

  private static String role(String word) {
    String role = word.strip().toUpperCase(Locale.ROOT).replace(' ', '_');
    if (!ROLES.contains(role)) {
      throw Problem.invalid("roles", "Expected roles such as clerk; '{0}' is none.", word);
    }
    return role;
  }

  private static List<MovementKinds.Field> fields(
      TableRow row, MovementKinds.@Nullable Kind there) {
    List<MovementKinds.Field> fields = new ArrayList<>();
    for (String text : row.list("fields")) {
      String[] parts = text.split("\\|");
      if (parts.length < 3 || !List.of("needed", "not").contains(parts[2])) {
        throw Problem.invalid(
            "fields", "Expected name|type|needed or not; '{0}' is none of these.", text);
      }
      try {
        fields.add(
            new MovementKinds.Field(
                number(parts[0], there),
                parts[0],
                TableColumn.constant(MovementKinds.FieldType.class, parts[1]),
                parts[2].equals("needed"),
                Arrays.asList(parts).subList(3, parts.length)));
      } catch (IllegalArgumentException unknown) {
        throw Problem.invalid(
            "fields", "Expected text, number, date or choice, not '{0}'.", parts[1]);
      }
    }
    return fields;
  }

  private static long number(String name, MovementKinds.@Nullable Kind there) {
    return there == null
        ? 0
        : there.fields().stream()
            .filter(field -> field.name().equalsIgnoreCase(name))
            .mapToLong(MovementKinds.Field::id)
            .findFirst()
            .orElse(0);
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    long id = kinds.withCode(row.text("code")).orElseThrow().id();
    jdbc.sql("delete from movement_kind_site where kind_id = ?").param(id).update();
    jdbc.sql("delete from movement_field where kind_id = ?").param(id).update();
    jdbc.sql("delete from movement_kind where id = ?").param(id).update();
  }
}
