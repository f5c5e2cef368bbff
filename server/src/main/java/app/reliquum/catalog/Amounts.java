package app.reliquum.catalog;

import app.reliquum.api.Problem;
import app.reliquum.core.quantity.Pack;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.text.Message;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Service;

/** Reads lines of documents as people write them: so many of a pack of an item. */
@Service
public class Amounts {

  private final Catalog catalog;

  Amounts(Catalog catalog) {
    this.catalog = catalog;
  }

  /**
   * So many of an item.
   *
   * @param pack the pack as it was written, empty for base units
   * @param packs how many of it
   * @param quantity how much that is in base units
   */
  public record Amount(Catalog.Measured item, String pack, Quantity packs, Quantity quantity) {}

  /**
   * Reads a line.
   *
   * @param pack the name of a pack; null or blank for base units
   * @throws Problem if there is no such item or pack, or the item does not allow the quantity
   */
  public Amount read(String itemCode, Quantity packs, String pack) {
    String code = itemCode.strip().toUpperCase(Locale.ROOT);
    Catalog.Measured item =
        catalog
            .withCode(code)
            .orElseThrow(() -> wrong(Message.of("There is no item {0}.", code), code));
    String of = pack == null ? "" : pack.strip();
    Quantity factor = of.isEmpty() ? Quantity.ONE : factor(item, of);
    try {
      return new Amount(item, of, packs, item.measure().check(packs.times(factor)));
    } catch (QuantityException fault) {
      throw wrong(Message.of(fault), code);
    }
  }

  private Quantity factor(Catalog.Measured item, String pack) {
    List<Pack> packs = catalog.packs(item.id());
    return packs.stream()
        .filter(one -> one.name().equalsIgnoreCase(pack))
        .findFirst()
        .map(Pack::factor)
        .orElseThrow(
            () ->
                wrong(
                    packs.isEmpty()
                        ? Message.of("{0} has no pack {1}.", item.code(), pack)
                        : Message.of(
                            "{0} has no pack {1}. It comes as {2}.",
                            item.code(),
                            pack,
                            String.join(", ", packs.stream().map(Pack::name).toList())),
                    item.code()));
  }

  /** Something is wrong with the line of an item. */
  public static Problem wrong(Message message, String item) {
    return Problem.invalid("lines", message).with("item", item);
  }
}
