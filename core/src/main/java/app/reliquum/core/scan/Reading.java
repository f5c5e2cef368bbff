package app.reliquum.core.scan;

import app.reliquum.core.quantity.Quantity;
import java.util.Optional;

/** What a scanned or typed text is, before anyone asks what it stands for. */
public sealed interface Reading {

  /** The text that was read, without blanks around it. */
  String text();

  /** A label of our own. */
  record Own(String text, OwnLabel label) implements Reading {}

  /** A GTIN. It may still be a plain code that happens to have its shape. */
  record Trade(String text, Gtin gtin) implements Reading {}

  /** What a GS1 label carries, in whatever form it was given. */
  record Elements(String text, ElementString elements) implements Reading {}

  /**
   * Any other text.
   *
   * @param figure the quantity that it is, if it is one
   * @param fault what is wrong with it as a GTIN, an SSCC or GS1 data, if it has the shape of one:
   *     said where nothing in the house is called so
   */
  record Plain(String text, Optional<Figure> figure, Optional<LabelFault> fault)
      implements Reading {}

  /**
   * Nothing that can be read.
   *
   * @param fault what is wrong and what was expected
   */
  record Unreadable(String text, LabelFault fault) implements Reading {}

  /**
   * A quantity as people type it: {@code 6}, {@code 2.5} or {@code 2 box}.
   *
   * @param quantity how many
   * @param pack the pack that is meant; null for base units
   */
  record Figure(Quantity quantity, String pack) {}
}
