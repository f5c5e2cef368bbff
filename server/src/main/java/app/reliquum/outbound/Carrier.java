package app.reliquum.outbound;

import io.swagger.v3.oas.annotations.media.Schema;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/**
 * The carrier that collects from the house.
 *
 * <p>It is a stand-in for one that is asked over a network: it takes what is light enough for a
 * service, and gives each unit load a tracking number with a check digit.
 */
@Service
public class Carrier {

  /** What the carrier offers, and what it takes. */
  public enum Service {
    /** The next working day, up to 30 kilograms. */
    NEXT_DAY(new BigDecimal(30)),
    /** In two or three days, up to 70 kilograms. */
    ECONOMY(new BigDecimal(70)),
    /** On a pallet, up to 1,000 kilograms. */
    PALLET(new BigDecimal(1000));

    private final BigDecimal most;

    Service(BigDecimal most) {
      this.most = most;
    }

    /** The most that it takes, in kilograms. */
    public BigDecimal most() {
      return most;
    }

    /** The service with a name. */
    public static Optional<Service> named(String name) {
      return Arrays.stream(values()).filter(one -> one.name().equals(name)).findFirst();
    }
  }

  /** A service as it is offered. */
  @Schema(name = "CarrierService")
  public record Offer(Service service, BigDecimal most) {}

  /** What the carrier offers. */
  public List<Offer> offers() {
    return Arrays.stream(Service.values()).map(one -> new Offer(one, one.most())).toList();
  }

  /**
   * Hands a unit load's number in and gets the carrier's own.
   *
   * @param sscc the number of the unit load
   */
  public String tracking(Service service, String sscc) {
    String digits = String.valueOf(service.ordinal() + 1) + sscc.substring(sscc.length() - 10);
    int sum = 0;
    for (int i = 0; i < digits.length(); i++) {
      sum += (digits.charAt(i) - '0') * (i % 2 == 0 ? 3 : 1);
    }
    return "TC" + digits + (10 - sum % 10) % 10;
  }
}
