package app.reliquum.connections;

import app.reliquum.api.Problem;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.List;

/** Addresses of what is asked over HTTP. */
final class HttpAddress {

  private static final List<String> SCHEMES = List.of("http", "https");

  private HttpAddress() {}

  /**
   * Reads an address; what follows in a request is added to its path.
   *
   * @throws Problem if it is none
   */
  static void check(String text) {
    if (text.isBlank()) {
      return;
    }
    try {
      URI address = new URI(text.strip());
      if (address.getHost() == null
          || address.getScheme() == null
          || !SCHEMES.contains(address.getScheme())
          || address.getRawUserInfo() != null
          || address.getRawQuery() != null
          || address.getRawFragment() != null) {
        throw wanted();
      }
    } catch (URISyntaxException none) {
      throw wanted();
    }
  }

  private static Problem wanted() {
    return Problem.invalid(
        "address",
        "Expected an address such as http://10.0.0.9:8090/scale or https://carrier.example/api,"
            + " without a question mark; empty for the built-in one.");
  }
}
