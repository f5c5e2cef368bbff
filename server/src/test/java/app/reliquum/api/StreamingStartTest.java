package app.reliquum.api;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.lang.reflect.Proxy;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.junit.jupiter.api.Test;
import org.springframework.web.context.request.ServletWebRequest;

class StreamingStartTest {

  private final StreamingStart start = new StreamingStart();
  private final Map<String, Object> attributes = new ConcurrentHashMap<>();

  private final HttpServletRequest request =
      (HttpServletRequest)
          Proxy.newProxyInstance(
              getClass().getClassLoader(),
              new Class<?>[] {HttpServletRequest.class},
              (proxy, method, args) ->
                  switch (method.getName()) {
                    case "getAttribute" -> attributes.get(args[0]);
                    case "setAttribute" -> attributes.put((String) args[0], args[1]);
                    case "removeAttribute" -> attributes.remove(args[0]);
                    case "getDispatcherType" -> DispatcherType.REQUEST;
                    default -> null;
                  });

  private final HttpServletResponse response =
      (HttpServletResponse)
          Proxy.newProxyInstance(
              getClass().getClassLoader(),
              new Class<?>[] {HttpServletResponse.class},
              (proxy, method, args) -> null);

  private CompletableFuture<Void> stream() {
    return CompletableFuture.runAsync(
        () -> {
          try {
            start.preProcess(new ServletWebRequest(request), () -> null);
          } catch (InterruptedException fault) {
            throw new IllegalStateException(fault);
          }
        });
  }

  @Test
  void nothingIsWrittenWhileTheFiltersAreAtTheAnswer() throws Exception {
    CompletableFuture<?>[] streaming = new CompletableFuture<?>[1];
    start.doFilter(
        request,
        response,
        (asked, answered) -> {
          streaming[0] = stream();
          assertThat(waitsFor(streaming[0])).isTrue();
        });
    streaming[0].get(10, TimeUnit.SECONDS);
  }

  private static boolean waitsFor(CompletableFuture<?> streaming) {
    try {
      streaming.get(200, TimeUnit.MILLISECONDS);
      return false;
    } catch (TimeoutException stillWaiting) {
      return true;
    } catch (Exception fault) {
      throw new IllegalStateException(fault);
    }
  }

  @Test
  void whatWasNeverFilteredIsNotWaitedFor() throws Exception {
    stream().get(10, TimeUnit.SECONDS);
  }
}
