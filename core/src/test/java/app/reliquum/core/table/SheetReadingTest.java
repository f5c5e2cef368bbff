package app.reliquum.core.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.table.CellReading.Cell;
import app.reliquum.core.table.WrittenStyle.Days;
import app.reliquum.core.table.WrittenStyle.Numbers;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SheetReadingTest {

  private enum Grade {
    FINE,
    VERY_FINE
  }

  private static final TableForm FORM =
      TableForm.of(
          "goods",
          "What there is.",
          TableColumn.code("code", "Its code.", "A-1").asKey().alsoCalled("article number"),
          TableColumn.text("name", "Its name.", "Anchor").asNeeded(),
          TableColumn.decimal("weight", "What it weighs.", "1.5"),
          TableColumn.whole("days", "How long it keeps.", "30").usually("7"),
          TableColumn.day("since", "Since when.", "2026-01-31"),
          TableColumn.yesNo("active", "Whether it is.", true),
          TableColumn.choice("grade", "How fine.", Grade.values()).usually("fine"),
          TableColumn.of("marks", TableColumn.Kind.LIST, "Its marks.", "a; b"));

  private static SheetReading.Result read(List<String> columns, List<String>... lines) {
    List<SheetReading.Line> all = new java.util.ArrayList<>();
    for (int i = 0; i < lines.length; i++) {
      all.add(new SheetReading.Line(i + 2, lines[i].stream().map(Cell::of).toList()));
    }
    return SheetReading.read(FORM, columns, all, WrittenStyle.USUAL);
  }

  @Test
  @SuppressWarnings("unchecked")
  void aLineIsReadInTheOneWayInWhichRowsAreCompared() {
    SheetReading.Result result =
        read(
            FORM.heading(),
            List.of(" a-1 ", "Anchor", "1,250.50", "", "31.1.2026", "Y", "VERY fine", "x;;y ;"));
    assertThat(result.faults()).isEmpty();
    assertThat(result.rows().get(0).over(Optional.empty()).cells())
        .containsExactly("A-1", "Anchor", "1250.5", "7", "2026-01-31", "yes", "very fine", "x; y");
  }

  @Test
  @SuppressWarnings("unchecked")
  void whatAFileHasNoColumnForStays() {
    TableRow before = new TableRow(FORM, 0, List.of("a-1", "Old", "3", "5", "", "no", "fine", "m"));
    SheetReading.Result result = read(List.of("code", "name"), List.of("A-1", "New"));
    assertThat(result.rows().get(0).key()).isEqualTo(before.key());
    TableRow after = result.rows().get(0).over(Optional.of(before));
    assertThat(after.cells()).containsExactly("a-1", "New", "3", "5", "", "no", "fine", "m");
    RowChange change = new RowChange(Optional.of(before), after);
    assertThat(change.kind()).isEqualTo(RowChange.Kind.CHANGED);
    assertThat(change.columns()).containsExactly("name");
    assertThat(new RowChange(Optional.of(before), before).kind())
        .isEqualTo(RowChange.Kind.UNCHANGED);
    assertThat(change.reversed().after()).isEqualTo(before);
  }

  @Test
  @SuppressWarnings("unchecked")
  void eachFaultNamesItsCellAndWhatWasExpected() {
    SheetReading.Result result =
        read(
            FORM.heading(),
            List.of("A-1", "", "heavy", "1.5", "2026-02-30", "maybe", "fien"),
            List.of("A-2", "B", "", "", "", "", ""),
            List.of("a-2", "C", "", "", "", "", ""),
            List.of("A-3", "D", "", "", "", "", "", "", "over"));
    assertThat(result.faults())
        .extracting(fault -> fault.row() + " " + fault.column() + " " + fault.nearest())
        .containsExactly(
            "2 name ",
            "2 weight ",
            "2 days ",
            "2 since ",
            "2 active ",
            "2 grade fine",
            "4 code ",
            "5  ");
    assertThat(result.rows()).extracting(SheetReading.Said::number).containsExactly(3);
    assertThat(result.broken()).hasSize(3 - 1);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1,5|COMMA",
        "1.5|POINT",
        "1,234.5|POINT",
        "1.234,5|COMMA",
        "1 234,5|COMMA",
        "0.01,5|",
      })
  void oneNumberSettlesHowAFileWritesThem(String text, String found) {
    WrittenStyle.Finding finding = WrittenStyle.find(List.of("12", text), List.of());
    assertThat(finding.settled()).isTrue();
    assertThat(finding.numbers())
        .isEqualTo(found == null ? java.util.Set.of() : java.util.Set.of(Numbers.valueOf(found)));
  }

  @ParameterizedTest
  @ValueSource(strings = {"1.234", "1,234", "-2.500"})
  void aNumberThatCouldBeTwoIsAsked(String text) {
    assertThat(WrittenStyle.find(List.of("7", text), List.of()).numberExample()).contains(text);
    // Another one that is written one way only answers it.
    assertThat(WrittenStyle.find(List.of("7,5", text), List.of()).settled()).isTrue();
  }

  @Test
  void numbersThatContradictEachOtherAreAsked() {
    WrittenStyle.Finding finding =
        WrittenStyle.find(List.of("1,5", "1.5", "1.234"), List.of("2026-01-31"));
    assertThat(finding.numberExample()).contains("1.234");
  }

  @Test
  void aDayThatCouldBeTwoIsAsked() {
    assertThat(WrittenStyle.find(List.of(), List.of("03/04/2026")).dayExample())
        .contains("03/04/2026");
    assertThat(WrittenStyle.find(List.of(), List.of("03/04/2026", "31/04/2026")).settled())
        .isFalse();
    assertThat(WrittenStyle.find(List.of(), List.of("03/04/2026", "12/31/2026")).days())
        .containsExactly(Days.MONTH_FIRST);
    assertThat(WrittenStyle.find(List.of(), List.of("04/04/2026", "2026-04-03")).settled())
        .isTrue();
  }

  @Test
  void whatAProgramKeepsAsANumberIsNoQuestionOfStyle() throws Exception {
    TableColumn weight = FORM.columns().get(FORM.place("weight"));
    WrittenStyle comma = new WrittenStyle(Numbers.COMMA, Days.DAY_FIRST);
    assertThat(CellReading.read(weight, new Cell("1.234", true), comma)).isEqualTo("1.234");
    assertThat(CellReading.read(weight, Cell.of("1.234"), comma)).isEqualTo("1234");
  }

  @Test
  void whatWasWrittenIsReadAgainAsItWas() throws Exception {
    Random random = new Random(7);
    TableColumn weight = FORM.columns().get(FORM.place("weight"));
    for (int i = 0; i < 2_000; i++) {
      String plain =
          CellReading.plain(BigDecimal.valueOf(random.nextLong() % 10_000_000L, random.nextInt(7)));
      assertThat(CellReading.read(weight, new Cell(plain, true), WrittenStyle.USUAL))
          .isEqualTo(plain);
    }
  }

  @Test
  void headingsAreMatchedByNameSynonymAndWord() {
    HeadingMatch.Result result =
        HeadingMatch.match(
            FORM,
            List.of("ARTICLE-Number", "Bezeichnung", "Weight", "weight", "colour"),
            Map.of("Bezeichnung", "name"));
    assertThat(result.columns()).containsExactly("code", "name", "weight", "", "");
    assertThat(result.unknown()).containsExactly("weight", "colour");
    assertThat(result.whole()).isTrue();
    // Someone has said that a heading means nothing.
    HeadingMatch.Result nameless =
        HeadingMatch.match(FORM, List.of("code", "name"), Map.of("name", ""));
    assertThat(nameless.whole()).isTrue();
    assertThat(nameless.neededByNew()).containsExactly("name");
    assertThat(HeadingMatch.fit(FORM, List.of("code"))).isZero();
    assertThat(HeadingMatch.match(FORM, List.of("name"), Map.of()).missing())
        .containsExactly("code");
  }

  @ParameterizedTest
  @CsvSource({"SHK-0O1,SHK-001", "QA-03-8,QA-03-B", "ROP,ROPE", "zzz,"})
  void theNearestIsWhatTheHandMeant(String typed, String nearest) {
    assertThat(NearestMatch.of(typed, List.of("SHK-001", "QA-03-B", "ROPE", "PAINT")))
        .isEqualTo(Optional.ofNullable(nearest));
  }

  @Test
  void aFormRefusesHeadingsThatCouldBeTwoColumns() {
    assertThatThrownBy(
            () ->
                TableForm.of(
                    "x",
                    "x",
                    TableColumn.code("code", "x", "x").asKey(),
                    TableColumn.text("name", "x", "x").alsoCalled("Co de")))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> TableForm.of("x", "x", TableColumn.text("name", "x", "x")))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
