package app.reliquum.printing;

import app.reliquum.api.printing.PaperKind;
import app.reliquum.api.sheets.RowByRowTable;
import app.reliquum.api.sheets.RowQuery;
import app.reliquum.api.sheets.TableWriting;
import app.reliquum.core.table.TableColumn;
import app.reliquum.core.table.TableForm;
import app.reliquum.core.table.TableRow;
import app.reliquum.places.Places;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What prints by itself, as a table. */
@Component
class PrintRuleTable extends RowByRowTable {

  private static final TableForm FORM =
      TableForm.of(
          "print rules",
          "What prints by itself.",
          TableColumn.code("site", "At which site.", "KQ").asKey().naming("sites"),
          TableColumn.choice("occasion", "When.", Occasion.values()).asKey(),
          TableColumn.choice("paper", "What.", PaperKind.values()).asKey(),
          TableColumn.code("printer", "On which printer.", "LAB1").asKey().naming("printers"),
          TableColumn.whole("copies", "How many of it.", "1").usually("1"),
          TableColumn.yesNo("active", "Whether it does.", true));

  private final PrintRules rules;
  private final Printers printers;
  private final Places places;

  PrintRuleTable(RowQuery query, PrintRules rules, Printers printers, Places places) {
    super(
        FORM,
        query,
        "select s.code, lower(replace(r.occasion, '_', ' ')), lower(replace(r.paper, '_', ' ')),"
            + " p.code, r.copies, r.active from print_rule r join site s on s.id = r.site_id"
            + " join printer p on p.id = r.printer_id order by s.code, r.occasion, r.paper, p.code");
    this.rules = rules;
    this.printers = printers;
    this.places = places;
  }

  @Override
  protected void write(TableRow row, boolean fresh, TableWriting writing) {
    Optional<PrintRules.Card> there = there(row, writing);
    PrintRules.Entry entry =
        new PrintRules.Entry(
            there.map(PrintRules.Card::version).orElse(null),
            places.coded(row.text("site")),
            row.constant(Occasion.class, "occasion"),
            row.constant(PaperKind.class, "paper"),
            printers.coded(row.text("printer")).orElseThrow().id(),
            row.whole("copies").orElse(1),
            row.yes("active"));
    if (writing.valid(row, entry)) {
      there.ifPresentOrElse(
          one -> rules.change(one.id(), entry, writing.actor()),
          () -> rules.add(entry, writing.actor()));
    }
  }

  private Optional<PrintRules.Card> there(TableRow row, TableWriting writing) {
    long site = places.coded(row.text("site"));
    long printer = printers.coded(row.text("printer")).map(Printers.Card::id).orElse(0L);
    return rules.all(writing.actor()).stream()
        .filter(
            one ->
                one.siteId() == site
                    && one.printerId() == printer
                    && one.occasion() == row.constant(Occasion.class, "occasion")
                    && one.paper() == row.constant(PaperKind.class, "paper"))
        .findFirst();
  }

  @Override
  protected void remove(TableRow row, TableWriting writing) {
    there(row, writing).ifPresent(one -> rules.remove(one.id(), writing.actor()));
  }
}
