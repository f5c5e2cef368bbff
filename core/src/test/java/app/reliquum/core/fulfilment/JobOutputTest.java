package app.reliquum.core.fulfilment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.reliquum.core.fulfilment.JobOutput.Component;
import app.reliquum.core.quantity.Quantity;
import java.math.BigDecimal;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class JobOutputTest {

  private static Quantity of(int amount) {
    return Quantity.of(amount);
  }

  private static JobOutput output(int made, String usedUp, String bookedIn) {
    return new JobOutput(of(10), of(made), new BigDecimal(usedUp), new BigDecimal(bookedIn));
  }

  private static Component component(int asked, int withdrawn, int used) {
    return scrapped(asked, withdrawn, used, 0);
  }

  private static Component scrapped(int asked, int withdrawn, int used, int scrapped) {
    return new Component(of(asked), of(withdrawn), of(used), of(scrapped));
  }

  /** Ten are planned of two pins each; of twelve pins that are used up, three were bent. */
  @Test
  void whatWasSpoiltIsInNothingThatIsMade() {
    Component pins = scrapped(23, 0, 12, 3);
    assertThat(output(0, "0", "0").mayBook(List.of(pins), 0)).isEqualTo(of(4));
    assertThat(output(0, "0", "0").mayScrap(pins, 0)).isEqualTo(of(9));
    assertThat(output(4, "0", "0").mayScrap(pins, 0)).isEqualTo(of(1));
    // Replaced, all of it can be made.
    assertThat(output(0, "0", "0").mayBook(List.of(scrapped(23, 0, 23, 3)), 0)).isEqualTo(of(10));
    assertThat(output(0, "0", "0").mayBook(List.of(scrapped(23, 0, 22, 3)), 0)).isEqualTo(of(9));
  }

  @Property
  void whateverIsScrappedWhatIsBookedInStaysBacked(
      @ForAll @IntRange(min = 0, max = 20) int used,
      @ForAll @IntRange(min = 0, max = 20) int scrap,
      @ForAll @IntRange(min = 0, max = 10) int parts) {
    Component before = component(20, 0, used);
    int made = output(0, "0", "0").mayBook(List.of(before), 0).min(of(parts)).amount().intValue();
    JobOutput standing = output(made, "0", "0");
    int most = standing.mayScrap(before, 0).min(of(scrap)).amount().intValue();
    Component after = scrapped(20 + most, 0, used, most);
    assertThat((used - most) * 10).isGreaterThanOrEqualTo(made * 20);
    assertThat(standing.mayBook(List.of(after), 0).amount().intValue() + made)
        .isLessThanOrEqualTo(10);
  }

  @Test
  void asMuchMayBeBookedInAsTheComponentsAreEnoughFor() {
    List<Component> components = List.of(component(20, 0, 9), component(10, 0, 10));
    assertThat(output(0, "0", "0").mayBook(components, 0)).isEqualTo(of(4));
    assertThat(output(3, "0", "0").mayBook(components, 0)).isEqualTo(of(1));
    assertThat(output(4, "0", "0").mayBook(components, 0)).isEqualTo(Quantity.ZERO);
  }

  @Test
  void allOfItMayIfNoMoreOfThemWillBeUsed() {
    List<Component> components = List.of(component(20, 2, 18), component(10, 0, 10));
    assertThat(output(0, "0", "0").mayBook(components, 0)).isEqualTo(of(10));
    assertThat(output(0, "0", "0").mayBook(List.of(component(20, 20, 0)), 0))
        .isEqualTo(Quantity.ZERO);
  }

  @Test
  void aPartCostsItsShareOfWhatIsUsedUpAndNotBookedIn() {
    assertThat(output(0, "50.00", "0").costOf(of(2), of(4)).amount()).isEqualByComparingTo("12.5");
    assertThat(output(2, "50.00", "25.00").costOf(of(2), of(2)).amount())
        .isEqualByComparingTo("12.5");
    assertThatThrownBy(() -> output(0, "50.00", "0").costOf(of(5), of(4)))
        .isInstanceOf(IllegalArgumentException.class);
  }

  /** In as many parts as one likes, they cost together what the components cost, to the cent. */
  @Property
  void thePartsCostTogetherWhatTheComponentsCost(
      @ForAll @IntRange(min = 1, max = 9) int first,
      @ForAll @IntRange(min = 0, max = 100_000) int cents) {
    BigDecimal usedUp = BigDecimal.valueOf(cents, 2);
    List<Component> components = List.of(component(20, 0, 20));
    JobOutput before = new JobOutput(of(10), Quantity.ZERO, usedUp, BigDecimal.ZERO);
    BigDecimal firstCost =
        before
            .costOf(of(first), before.mayBook(components, 0))
            .amount()
            .multiply(BigDecimal.valueOf(first));
    JobOutput after = new JobOutput(of(10), of(first), usedUp, firstCost);
    Quantity rest = after.mayBook(components, 0);
    BigDecimal restCost = after.costOf(rest, rest).amount().multiply(rest.amount());
    assertThat(firstCost.add(restCost).subtract(usedUp).abs()).isLessThan(new BigDecimal("0.005"));
  }
}
