package app.reliquum.people;

import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Who works here, as a table. Secrets neither go out nor come in. */
@Component
class PersonTable extends RowByRowTable {

  private static final String EVERYWHERE = "all";

  private static final TableForm FORM =
      TableForm.of(
          "people",
          "People. Passwords and PINs are given in House rules.",
          TableColumn.code("code", "The code that they sign in with.", "MAREN")
              .asKey()
              .alsoCalled("badge", "user"),
          TableColumn.text("name", "What others call them.", "Maren Voss").asNeeded(),
          TableColumn.choice("role", "What they may do.", Role.values())
              .asNeeded()
              .suchAs(TableColumn.word(Role.CLERK)),
          TableColumn.of(
                  "sites",
                  TableColumn.Kind.LIST,
                  "The codes of the sites where they work; \"all\" for every site.",
                  "KQ")
              .usually(EVERYWHERE),
          TableColumn.decimal(
              "approval value",
              "Above this value someone else approves what they post; empty for no limit.",
              "500"),
          TableColumn.text("email", "Where they are told of what they have chosen.", ""),
          TableColumn.yesNo("active", "Whether they can sign in.", true));

  private final JdbcClient jdbc;
  private final People people;
  private final PersonStore store;

  PersonTable(RowQuery query, JdbcClient jdbc, People people, PersonStore store) {
    super(
        FORM,
        query,
        """
        select p.code, p.name, p.role, if(p.everywhere, 'all',
          (select group_concat(s.code order by s.code separator '; ') from person_site t
            join site s on s.id = t.site_id where t.person_id = p.id)),
          p.approval_value, p.email, p.active
        from person p where p.code <> 'HOUSE' order by p.code
        """);
    this.jdbc = jdbc;
    this.people = people;
    this.store = store;
  }

  @Override
  public Permission permission() {
    return Permission.PEOPLE;
  }

  @Override
  public References references() {
    return new References(
        "person",
        List.of("person_id", "%\\_by", "%\\_by\\_id"),
        "select id from person where code = ?",
        List.of("person_site"));
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Person there = store.findByCode(row.text("code")).orElse(null);
    boolean everywhere = row.text("sites").equalsIgnoreCase(EVERYWHERE);
    People.Entry entry =
        new People.Entry(
            there == null ? null : there.version(),
            row.text("code"),
            row.text("name"),
            row.constant(Role.class, "role"),
            everywhere,
            everywhere ? Set.of() : sites(row),
            row.yes("active"),
            null,
            null,
            row.decimal("approval value").orElse(null),
            row.text("email"));
    if (!writing.valid(row, entry)) {
      return;
    }
    People.Hashes none = new People.Hashes(null, null);
    if (there == null) {
      people.add(entry, none, writing.actor());
    } else {
      people.change(there.id(), entry, none, writing.actor());
    }
  }

  private Set<Long> sites(TableRow row) {
    Set<Long> sites = new TreeSet<>();
    for (String code : row.list("sites")) {
      @Nullable Long site =
          jdbc.sql("select id from site where code = ?")
              .param(code)
              .query(Long.class)
              .optional()
              .orElse(null);
      if (site == null) {
        throw Problem.invalid("sites", "Expected codes of sites, or all; there is no {0}.", code);
      }
      sites.add(site);
    }
    return sites;
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    store.findByCode(row.text("code")).ifPresent(store::delete);
    store.flush();
  }
}
