package app.reliquum.core.adjustment;

import app.reliquum.core.place.PlaceKind;
import java.util.Optional;

/** What a movement kind is for. */
public enum Purpose {
  /** It puts the book right. */
  ADJUSTMENT("AD"),
  /** Goods are thrown away. */
  SCRAP("SC"),
  /** Goods are lent out, and come back. */
  LOAN("LN"),
  /** Anything else that the house does with goods. */
  MOVEMENT("MV");

  private final String prefix;

  Purpose(String prefix) {
    this.prefix = prefix;
  }

  /** What the numbers of its documents begin with. */
  public String prefix() {
    return prefix;
  }

  /** Whether one document may have several reasons for it. */
  public boolean severalReasons() {
    return this == SCRAP;
  }

  /**
   * Whether what goes out by a kind is followed until it is back: loans always, what the house
   * takes out by a movement of its own if there is one by which it comes back.
   *
   * @param opposite whether the kind has an opposite
   */
  public boolean comesBack(Direction direction, boolean opposite) {
    return direction == Direction.OUT && (this == LOAN || this == MOVEMENT && opposite);
  }

  /** What keeps a kind from being as it is said. */
  public enum Fault {
    /** Goods can't come from or go to that place by a kind. */
    NO_CONTRA_PLACE,
    /** What is lent out, and nothing else, goes to the place On loan. */
    LOANS_ARE_ON_LOAN,
    /** Lending out and coming back are two kinds. */
    LOAN_GOES_ONE_WAY,
    /** What is scrapped goes out, to the place Scrapped. */
    SCRAP_GOES_OUT
  }

  /**
   * What is wrong with a kind for this purpose.
   *
   * @param contra the place on the other side
   */
  public Optional<Fault> fault(Direction direction, PlaceKind contra) {
    if (contra == PlaceKind.BIN
        || contra == PlaceKind.IN_TRANSIT
        || contra == PlaceKind.SUPPLIER_RETURN) {
      return Optional.of(Fault.NO_CONTRA_PLACE);
    }
    if ((this == LOAN) != (contra == PlaceKind.ON_LOAN)) {
      return Optional.of(Fault.LOANS_ARE_ON_LOAN);
    }
    if (this == LOAN && direction == Direction.EITHER) {
      return Optional.of(Fault.LOAN_GOES_ONE_WAY);
    }
    if (this == SCRAP && (contra != PlaceKind.SCRAPPED || direction != Direction.OUT)) {
      return Optional.of(Fault.SCRAP_GOES_OUT);
    }
    return Optional.empty();
  }
}
