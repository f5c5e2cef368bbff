package app.reliquum.api;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.SecureRandom;
import java.util.Base64;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * What a page may load and run: what comes from here. Styles that the page makes itself carry a
 * number that is good for one page only, so that nothing that is put into a page can style it.
 */
public class ContentPolicy extends OncePerRequestFilter {

  /** Where the page finds the number of this answer. */
  static final String NONCE = "reliquum.nonce";

  private static final SecureRandom RANDOM = new SecureRandom();

  private static final String POLICY =
      "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'nonce-%s';"
          + " img-src 'self' data: blob:; font-src 'self' data:; media-src 'self' blob:;"
          + " worker-src 'self' blob:; object-src 'none'; base-uri 'none'; form-action 'self';"
          + " frame-ancestors 'none'";

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String nonce = nonce();
    request.setAttribute(NONCE, nonce);
    response.setHeader("Content-Security-Policy", POLICY.formatted(nonce));
    chain.doFilter(request, response);
  }

  private static String nonce() {
    byte[] bytes = new byte[16];
    RANDOM.nextBytes(bytes);
    return Base64.getEncoder().withoutPadding().encodeToString(bytes);
  }
}
