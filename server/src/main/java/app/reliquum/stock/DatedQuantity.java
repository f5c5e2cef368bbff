package app.reliquum.stock;

import app.reliquum.core.quantity.Quantity;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * How much of an item is to come or to go because of a document.
 *
 * @param itemId the number of the item
 * @param day when; null if nobody has said
 * @param quantity in the item's unit
 * @param document the number that is said aloud for it
 */
@Schema(name = "DatedQuantity")
public record DatedQuantity(
    long itemId, @Nullable LocalDate day, Quantity quantity, String document) {}
