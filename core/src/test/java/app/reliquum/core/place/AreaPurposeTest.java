package app.reliquum.core.place;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;

class AreaPurposeTest {

  private static List<AreaPurpose> all(Predicate<AreaPurpose> which) {
    return Arrays.stream(AreaPurpose.values()).filter(which).toList();
  }

  @Test
  void goodsAreAvailableAndPickedWhereTheyAreStored() {
    assertThat(all(AreaPurpose::available))
        .containsExactlyInAnyOrder(AreaPurpose.STORE, AreaPurpose.PICK);
    assertThat(all(AreaPurpose::pickable)).isEqualTo(all(AreaPurpose::available));
  }

  @Test
  void aRoundAlsoGoesToWhereGoodsArePacked() {
    assertThat(all(AreaPurpose::onRound))
        .containsExactlyInAnyOrder(AreaPurpose.STORE, AreaPurpose.PICK, AreaPurpose.PACK);
  }
}
