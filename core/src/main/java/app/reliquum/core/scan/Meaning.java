package app.reliquum.core.scan;

import app.reliquum.core.quantity.Quantity;

/** What a scan can stand for in this house. Things are named by their numbers. */
public sealed interface Meaning {

  /** The item that it is about, 0 if it is about none. */
  default long item() {
    return 0;
  }

  /** A bin. */
  record Bin(long place) implements Meaning {}

  /**
   * An item.
   *
   * @param item the item
   * @param pack the pack whose barcode it was, 0 for the base unit or a shelf label
   * @param counts how many base units one scan stands for; zero if it only names the item
   */
  record Item(long item, long pack, Quantity counts) implements Meaning {}

  /** A lot of an item. */
  record Lot(long item, long lot) implements Meaning {}

  /** One piece with a serial number. Its lot is 0 where none is kept. */
  record Serial(long item, long lot, long serial) implements Meaning {}

  /** A unit load that the house knows. */
  record UnitLoad(long unitLoad) implements Meaning {}

  /** A document, such as an order that is expected. */
  record InboundOrder(long order) implements Meaning {}

  /** A transfer between sites. */
  record Transfer(long transfer) implements Meaning {}

  /** A count of stock. */
  record Count(long count) implements Meaning {}

  /** An order by which goods leave the house. */
  record OutboundOrder(long order) implements Meaning {}

  /**
   * Goods as a GS1 label tells of them. What the house does not know yet is 0.
   *
   * @param goods the item and pack, and how many base units the label stands for
   * @param lot the lot that its lot number names
   * @param serial the piece that its serial number names
   * @param unitLoad the unit load that its SSCC names
   * @param elements all that it carries
   */
  record Label(Item goods, long lot, long serial, long unitLoad, ElementString elements)
      implements Meaning {

    @Override
    public long item() {
      return goods.item();
    }

    /** Whether it says how many there are, and not only what they are. */
    public boolean counted() {
      return elements.count().isPresent();
    }
  }

  /** A person's badge. */
  record Person(long person) implements Meaning {}

  /** Something to do. */
  record Act(Action action) implements Meaning {}

  /**
   * A quantity.
   *
   * @param quantity how many
   * @param pack the name of the pack that is meant; null for base units
   */
  record Figure(Quantity quantity, String pack) implements Meaning {}
}
