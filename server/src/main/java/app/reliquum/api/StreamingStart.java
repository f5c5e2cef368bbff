package app.reliquum.api;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.async.CallableProcessingInterceptor;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * What is streamed is written by a thread of its own. It begins once the filters are through with
 * the answer: they look at its headers last of all, and two threads must not.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class StreamingStart extends OncePerRequestFilter implements CallableProcessingInterceptor {

  private static final String THROUGH = StreamingStart.class.getName();

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    CountDownLatch through = new CountDownLatch(1);
    request.setAttribute(THROUGH, through);
    try {
      chain.doFilter(request, response);
    } finally {
      through.countDown();
    }
  }

  @Override
  public <T> void preProcess(NativeWebRequest request, Callable<T> task)
      throws InterruptedException {
    if (request.getAttribute(THROUGH, RequestAttributes.SCOPE_REQUEST)
        instanceof CountDownLatch through) {
      through.await();
    }
  }
}
