package app.reliquum.core.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import app.reliquum.core.ledger.Book;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.InvalidValueException;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class TraceTest {

  private static final int ALL = 1_000_000;

  private static final Goods CORD = new Goods(TracedBook.CORD, 1, 0);
  private static final Goods OTHER_CORD = new Goods(TracedBook.CORD, 2, 0);
  private static final Goods KIT = new Goods(TracedBook.KIT, 11, 0);
  private static final Goods BAG = new Goods(TracedBook.BAG, 21, 0);

  private final TracedBook book = new TracedBook();

  private Trace trace(Goods... goods) {
    Set<TracedGoods> subjects = new LinkedHashSet<>();
    for (Goods one : goods) {
      subjects.add(TracedGoods.of(one).orElseThrow());
    }
    return Trace.of(subjects, book, ALL);
  }

  private static TracedPart part(Trace trace, Goods goods) {
    return trace.parts().stream()
        .filter(part -> part.goods().covers(goods))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void tellsWhereALotCameFromAndWhereItWent() {
    book.move(CORD, TracedBook.SUPPLIER, 1, "100", "PO-1");
    book.move(CORD, 1, 2, "60", "");
    book.move(CORD, 2, TracedBook.CUSTOMER, "25", "OB-1");
    book.move(CORD, TracedBook.CUSTOMER, 1, "5", "RT-1");
    book.move(CORD, 1, TracedBook.SCRAPPED, "2", "AJ-1");
    TracedPart part = part(trace(CORD), CORD);
    assertThat(part.role()).isEqualTo(TracedPart.Role.SUBJECT);
    assertThat(part.lines()).hasSize(5);
    assertThat(part.flows())
        .extracting(
            flow -> flow.outside() + " " + flow.document() + " " + flow.in() + "/" + flow.out())
        .containsExactly(
            "SUPPLIER PO-1 100/0", "CUSTOMER OB-1 0/25", "CUSTOMER RT-1 5/0", "SCRAPPED AJ-1 0/2");
    assertThat(part.balance().in()).isEqualTo(Quantity.of(105));
    assertThat(part.balance().out()).isEqualTo(Quantity.of(27));
    assertThat(part.balance().held()).isEqualTo(Quantity.of(78));
    assertThat(part.balance().isZero()).isTrue();
  }

  @Test
  void whatWasTakenBackIsOfTheSameDocumentAndLeavesNothing() {
    book.move(CORD, TracedBook.SUPPLIER, 1, "10", "PO-1");
    long shipped = book.move(CORD, 1, TracedBook.CUSTOMER, "4", "OB-1");
    book.reverse(shipped);
    TraceFlow out = part(trace(CORD), CORD).flows().get(1);
    assertThat(out.document()).isEqualTo("OB-1");
    assertThat(out.stillOutside()).isEqualTo(Quantity.ZERO);
    assertThat(out.first()).isBefore(out.last());
  }

  @Test
  void goesThroughJobsInBothDirections() {
    book.move(CORD, TracedBook.SUPPLIER, 1, "10", "PO-1");
    book.move(OTHER_CORD, TracedBook.SUPPLIER, 1, "10", "PO-2");
    book.move(CORD, 1, TracedBook.USED_UP, "4", "JB-1");
    book.move(KIT, TracedBook.USED_UP, 1, "2", "JB-1");
    book.move(KIT, 1, TracedBook.USED_UP, "1", "JB-2");
    book.move(OTHER_CORD, 1, TracedBook.USED_UP, "1", "JB-2");
    book.move(BAG, TracedBook.USED_UP, 1, "1", "JB-2");

    Trace forwards = trace(CORD);
    assertThat(forwards.parts())
        .extracting(TracedPart::goods, TracedPart::role)
        .containsExactly(
            tuple(TracedGoods.lot(TracedBook.CORD, 1), TracedPart.Role.SUBJECT),
            tuple(TracedGoods.lot(TracedBook.KIT, 11), TracedPart.Role.PRODUCT),
            tuple(TracedGoods.lot(TracedBook.BAG, 21), TracedPart.Role.PRODUCT));
    assertThat(forwards.jobs()).extracting(JobStep::document).containsExactly("JB-1", "JB-2");
    assertThat(forwards.jobs().get(1).used())
        .as("the other lot is told, but not followed: it has nothing of this one")
        .containsOnlyKeys(KIT, OTHER_CORD);

    Trace backwards = trace(BAG);
    assertThat(backwards.parts())
        .extracting(TracedPart::goods)
        .containsExactlyInAnyOrder(
            TracedGoods.lot(TracedBook.BAG, 21),
            TracedGoods.lot(TracedBook.KIT, 11),
            TracedGoods.lot(TracedBook.CORD, 2),
            TracedGoods.lot(TracedBook.CORD, 1));
    assertThat(part(backwards, CORD).role()).isEqualTo(TracedPart.Role.COMPONENT);

    Trace middle = trace(KIT);
    assertThat(part(middle, CORD).role()).isEqualTo(TracedPart.Role.COMPONENT);
    assertThat(part(middle, BAG).role()).isEqualTo(TracedPart.Role.PRODUCT);
    assertThat(middle.parts()).hasSize(3);
  }

  @Test
  void aComponentThatWasPutBackWasNotUsed() {
    book.move(CORD, TracedBook.SUPPLIER, 1, "10", "PO-1");
    long used = book.move(CORD, 1, TracedBook.USED_UP, "4", "JB-1");
    book.move(OTHER_CORD, TracedBook.SUPPLIER, 1, "10", "PO-2");
    book.move(OTHER_CORD, 1, TracedBook.USED_UP, "4", "JB-1");
    book.reverse(used);
    book.move(KIT, TracedBook.USED_UP, 1, "2", "JB-1");
    assertThat(trace(KIT).parts()).extracting(part -> part.goods().lot()).containsExactly(11L, 2L);
    assertThat(trace(CORD).parts()).hasSize(1);
  }

  @Test
  void aPieceIsFollowedByItself() {
    Goods first = new Goods(TracedBook.BEACON, 31, 301);
    Goods second = new Goods(TracedBook.BEACON, 31, 302);
    book.move(CORD, TracedBook.SUPPLIER, 1, "10", "PO-1");
    book.move(CORD, 1, TracedBook.USED_UP, "1", "JB-1");
    book.move(first, TracedBook.USED_UP, 1, "1", "JB-1");
    book.move(OTHER_CORD, TracedBook.SUPPLIER, 1, "10", "PO-2");
    book.move(OTHER_CORD, 1, TracedBook.USED_UP, "1", "JB-2");
    book.move(second, TracedBook.USED_UP, 1, "1", "JB-2");
    assertThat(trace(CORD).parts())
        .as("only the piece that was made of it")
        .extracting(TracedPart::goods)
        .containsExactly(
            TracedGoods.lot(TracedBook.CORD, 1), TracedGoods.piece(TracedBook.BEACON, 301));
    Trace lot = Trace.of(Set.of(TracedGoods.lot(TracedBook.BEACON, 31)), book, ALL);
    assertThat(lot.parts().get(0).lines()).hasSize(2);
    assertThat(lot.parts()).hasSize(3);
  }

  @Test
  void whatHasNeitherLotNorSerialIsNamedAndEndsTheWalk() {
    Goods plain = new Goods(TracedBook.PLAIN, 0, 0);
    book.move(plain, TracedBook.SUPPLIER, 1, "10", "PO-1");
    book.move(plain, 1, TracedBook.USED_UP, "3", "JB-1");
    book.move(KIT, TracedBook.USED_UP, 1, "1", "JB-1");
    Trace trace = trace(KIT);
    assertThat(trace.parts()).hasSize(1);
    assertThat(trace.jobs().get(0).used()).isEqualTo(Map.of(plain, Quantity.of(3)));
    assertThat(TracedGoods.of(plain)).isEmpty();
    assertThatThrownBy(() -> new TracedGoods(TracedBook.PLAIN, 0, 0))
        .isInstanceOf(InvalidValueException.class);
    assertThatThrownBy(() -> new TracedGoods(TracedBook.BEACON, 31, 301))
        .isInstanceOf(InvalidValueException.class);
  }

  @Test
  void namesWhatIsMissingByPosition() {
    book.move(CORD, TracedBook.SUPPLIER, 1, "10", "PO-1");
    book.move(CORD, 1, 2, "4", "");
    PositionKey there = new PositionKey(TracedBook.CORD, 2, 1, 0, 0, Condition.GOOD);
    book.spoil(there, Quantity.of(3));
    TraceBalance balance = part(trace(CORD), CORD).balance();
    assertThat(balance.missing()).isEqualTo(Quantity.ONE);
    assertThat(balance.differences())
        .containsExactly(new Book.Difference(there, Quantity.of(3), Quantity.of(4)));
    PositionKey nowhere = new PositionKey(TracedBook.CORD, 3, 1, 0, 0, Condition.ON_HOLD);
    book.spoil(nowhere, Quantity.ONE);
    balance = part(trace(CORD), CORD).balance();
    assertThat(balance.missing()).isEqualTo(Quantity.ZERO);
    assertThat(balance.isZero()).as("in sum nothing is missing, but it lies wrong").isFalse();
  }

  @Test
  void whatOneMayNotSeeIsOutside() {
    book.move(CORD, TracedBook.SUPPLIER, 1, "10", "PO-1");
    book.move(CORD, 1, TracedBook.ROAD, "6", "TR-1");
    book.move(CORD, TracedBook.ROAD, 2, "6", "TR-1");
    book.see(1);
    TracedPart part = part(trace(CORD), CORD);
    assertThat(part.flows())
        .extracting(TraceFlow::outside)
        .containsExactly(PlaceKind.SUPPLIER, PlaceKind.IN_TRANSIT);
    assertThat(part.balance().held()).isEqualTo(Quantity.of(4));
    assertThat(part.balance().isZero()).isTrue();
  }

  @Test
  void isBrokenOffWhereItWouldHaveTooManyLines() {
    book.move(CORD, TracedBook.SUPPLIER, 1, "10", "PO-1");
    book.move(CORD, 1, TracedBook.USED_UP, "4", "JB-1");
    book.move(KIT, TracedBook.USED_UP, 1, "2", "JB-1");
    Trace trace = Trace.of(Set.of(TracedGoods.lot(TracedBook.CORD, 1)), book, 3);
    assertThat(trace.complete()).isFalse();
    assertThat(trace.parts()).hasSize(1);
    assertThat(trace.jobs()).hasSize(1);
    assertThat(trace(CORD).complete()).isTrue();
  }
}
