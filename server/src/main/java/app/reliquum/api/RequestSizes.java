package app.reliquum.api;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerExceptionResolver;

/**
 * Lets no request in that is larger than a large file of orders, or does not say how large it is.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RequestSizes extends OncePerRequestFilter {

  private static final long LARGEST = 12L << 20;

  private final HandlerExceptionResolver handlerExceptionResolver;

  RequestSizes(HandlerExceptionResolver handlerExceptionResolver) {
    this.handlerExceptionResolver = handlerExceptionResolver;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    Problem problem = null;
    if (request.getContentLengthLong() > LARGEST) {
      problem =
          new Problem(
                  HttpStatus.CONTENT_TOO_LARGE,
                  "too-large",
                  "The request is larger than 12 MB. Send less at once.")
              .with("largest", LARGEST);
    } else if (request.getHeader("Transfer-Encoding") != null) {
      problem =
          new Problem(
              HttpStatus.LENGTH_REQUIRED, "length", "Expected a request that says its length.");
    }
    if (problem == null) {
      chain.doFilter(request, response);
    } else {
      handlerExceptionResolver.resolveException(request, response, null, problem);
    }
  }
}
