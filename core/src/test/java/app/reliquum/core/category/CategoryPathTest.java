package app.reliquum.core.category;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CategoryPathTest {

  @Test
  void goesUpToTheRoot() {
    assertThat(CategoryPath.upwards("Safety/Flares/Red"))
        .containsExactly("Safety/Flares/Red", "Safety/Flares", "Safety");
    assertThat(CategoryPath.upwards("")).isEmpty();
  }

  @Test
  void whatLiesInACategoryMovesWithIt() {
    assertThat(CategoryPath.moved("Safety/Flares", "Safety", "Signals"))
        .isEqualTo("Signals/Flares");
    assertThat(CategoryPath.moved("Safety", "Safety", "Gear/Safety")).isEqualTo("Gear/Safety");
    assertThat(CategoryPath.moved("Safety/Flares/Red", "Safety/Flares", "Safety"))
        .isEqualTo("Safety/Red");
    // A name that only begins alike is another.
    assertThat(CategoryPath.moved("Safety boots", "Safety", "Signals")).isEqualTo("Safety boots");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> CategoryPath.moved("A/" + "x".repeat(55), "A", "A long one"))
        .withMessageContaining("longer than 60");
  }

  @Test
  void isReadWithoutBlanksRoundItsNames() {
    assertThat(CategoryPath.read(" Safety / Flares ")).isEqualTo("Safety/Flares");
    assertThat(CategoryPath.read("Ropes & lines")).isEqualTo("Ropes & lines");
  }

  @ParameterizedTest
  @ValueSource(strings = {"", " ", "/", "A//B", "A/", "/A", "A/ /B"})
  void everyNameIsNeeded(String typed) {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> CategoryPath.read(typed))
        .withMessageContaining("like Safety/Flares");
  }

  @Property
  void movingThereAndBackLeavesEverythingAsItWas(
      @ForAll @Size(min = 1, max = 4) List<@IntRange(max = 3) Integer> names,
      @ForAll @Size(min = 1, max = 3) List<@IntRange(max = 3) Integer> from) {
    String category = path(names);
    String there = path(from);
    String moved = CategoryPath.moved(category, there, "Elsewhere");
    assertThat(CategoryPath.moved(moved, "Elsewhere", there)).isEqualTo(category);
    assertThat(CategoryPath.within(moved, "Elsewhere"))
        .isEqualTo(CategoryPath.within(category, there));
    assertThat(CategoryPath.upwards(category).contains(there))
        .isEqualTo(CategoryPath.within(category, there));
  }

  private static String path(List<Integer> names) {
    return String.join("/", names.stream().map(name -> "N" + name).toList());
  }
}
