package app.reliquum.ubl;

import app.reliquum.api.Problem;
import app.reliquum.core.text.Message;
import com.helger.ubl21.UBL21Marshaller;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.DeliveryType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.LineItemType;
import oasis.names.specification.ubl.schema.xsd.commonaggregatecomponents_21.OrderLineType;
import oasis.names.specification.ubl.schema.xsd.commonbasiccomponents_21.NoteType;
import oasis.names.specification.ubl.schema.xsd.orderresponse_21.OrderResponseType;
import org.jspecify.annotations.Nullable;

/** Reads what suppliers answer to orders. */
public final class OrderResponses {

  private OrderResponses() {}

  /** What becomes of an order, with its codes of UN/EDIFACT code list 4343. */
  public enum Code {
    /** It was received; what becomes of it is said later. */
    ACKNOWLEDGED("AB"),
    /** It is delivered as it was ordered. */
    ACCEPTED("AP"),
    /** It is delivered otherwise; its lines say how. */
    CHANGED("CA"),
    /** Nothing of it is delivered. */
    REJECTED("RE");

    private final String code;

    Code(String code) {
      this.code = code;
    }

    private static Optional<Code> of(String code) {
      return Stream.of(values()).filter(one -> one.code.equals(code)).findFirst();
    }
  }

  /**
   * What is said of a line.
   *
   * @param line the number of the line in our order
   * @param status its code of UN/EDIFACT code list 1229; null if it has none
   * @param quantity null if nothing is said of it, in the unit that is named
   * @param unit the code of the unit; null if none is named
   * @param promised null if nothing is said of the day
   * @param price null if nothing is said of it
   */
  public record Line(
      String line,
      @Nullable String status,
      @Nullable BigDecimal quantity,
      @Nullable String unit,
      @Nullable LocalDate promised,
      @Nullable Price price) {}

  /**
   * An answer.
   *
   * @param number the answer's own number
   * @param order the number of our order
   * @param promised when all of it comes; null if that is not said
   */
  public record Response(
      String number,
      String order,
      Code code,
      String note,
      @Nullable LocalDate promised,
      List<Line> lines) {}

  /**
   * Reads an answer.
   *
   * @throws Problem if it is no order response of UBL 2.1, or says what nobody here could keep
   */
  public static Response read(byte[] xml) {
    OrderResponseType response =
        Reading.parse(
            errors -> UBL21Marshaller.orderResponse().setCollectErrors(errors).read(xml),
            Message.of("order response"));
    if (response.getOrderReference().isEmpty()) {
      throw Problem.invalid("file", "The response does not say which order it answers.");
    }
    if (response.getOrderReference().size() > 1) {
      throw Problem.invalid("file", "The response answers several orders. Expected one.");
    }
    String given = response.getOrderResponseCodeValue();
    return new Response(
        String.valueOf(response.getIDValue()),
        String.valueOf(response.getOrderReference().get(0).getIDValue()),
        code(given, response.getOrderLine().isEmpty()),
        response.getNote().stream().map(NoteType::getValue).findFirst().orElse(""),
        promised(response.getDelivery()),
        response.getOrderLine().stream().map(OrderResponses::line).toList());
  }

  private static Code code(@Nullable String given, boolean bare) {
    if (given == null && !bare) {
      return Code.CHANGED;
    }
    return Optional.ofNullable(given)
        .flatMap(Code::of)
        .orElseThrow(
            () ->
                Problem.invalid(
                    "file",
                    "The response has the code {0}. Expected AB, AP, CA or RE (UN/EDIFACT 4343).",
                    given));
  }

  private static Line line(OrderLineType of) {
    if (!of.getSellerSubstitutedLineItem().isEmpty()) {
      throw Problem.invalid(
          "file",
          "Line {0}: the supplier offers another item instead. Amend the order by hand.",
          Objects.requireNonNull(of.getLineItem()).getIDValue());
    }
    LineItemType line = Objects.requireNonNull(of.getLineItem());
    String unit = line.getQuantity() == null ? null : line.getQuantity().getUnitCode();
    return new Line(
        String.valueOf(line.getIDValue()),
        line.getLineStatusCodeValue(),
        line.getQuantityValue(),
        unit,
        promised(line.getDelivery()),
        Price.read(line.getPrice(), Message.of("Line {0}: ", line.getIDValue())));
  }

  /** The last day on which something is promised. */
  private static @Nullable LocalDate promised(List<DeliveryType> deliveries) {
    return deliveries.stream()
        .flatMap(
            delivery ->
                Stream.of(
                        delivery.getPromisedDeliveryPeriod(), delivery.getEstimatedDeliveryPeriod())
                    .filter(Objects::nonNull)
                    .map(
                        period ->
                            period.getEndDate() == null
                                ? period.getStartDateValueLocal()
                                : period.getEndDateValueLocal())
                    .filter(Objects::nonNull)
                    .limit(1))
        .max(LocalDate::compareTo)
        .orElse(null);
  }
}
