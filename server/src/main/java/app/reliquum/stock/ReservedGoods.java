package app.reliquum.stock;

import app.reliquum.core.ledger.Condition;
import app.reliquum.core.quantity.Quantity;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * Goods that are reserved for a line of a document, or were picked for it, as people call them.
 *
 * @param id the number of the reservation
 * @param walk where the bin stands in the walking order of its site
 * @param lotId the number of the lot, 0 without one; serial number and unit load alike
 * @param picked whether they have been taken in hand
 */
@Schema(name = "ReservedGoods")
public record ReservedGoods(
    long id,
    int line,
    long itemId,
    String item,
    String name,
    String symbol,
    long placeId,
    String place,
    int walk,
    long lotId,
    @Nullable String lot,
    @Nullable LocalDate expiry,
    long serialId,
    @Nullable String serial,
    long loadId,
    @Nullable String load,
    Condition condition,
    Quantity quantity,
    boolean picked) {}
