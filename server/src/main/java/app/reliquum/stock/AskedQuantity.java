package app.reliquum.stock;

import app.reliquum.core.quantity.Quantity;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * How much of an item a document still asks for.
 *
 * @param itemId the number of the item
 * @param day when it is needed; null if nobody has said
 * @param missing what is neither reserved nor gone, in the item's unit
 * @param reserved what is reserved for it, picked or not, and not gone
 * @param document the number that is said aloud for it
 */
@Schema(name = "AskedQuantity")
public record AskedQuantity(
    long itemId, @Nullable LocalDate day, Quantity missing, Quantity reserved, String document) {}
