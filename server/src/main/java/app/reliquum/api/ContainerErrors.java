package app.reliquum.api;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/**
 * What the container refuses before the application sees it, a line that is too long or is no HTTP,
 * is a problem document like everything else.
 */
@Component
class ContainerErrors implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {

  @Override
  public void customize(TomcatServletWebServerFactory factory) {
    factory.addContextCustomizers(
        context -> {
          if (context.getParent() instanceof StandardHost host) {
            host.setErrorReportValveClass(ProblemValve.class.getName());
          }
        });
  }

  /** Made by the container, by its name. */
  public static final class ProblemValve extends ErrorReportValve {

    @Override
    protected void report(Request request, Response response, Throwable fault) {
      int status = response.getStatus();
      if (status < 400 || response.getContentWritten() > 0 || !response.setErrorReported()) {
        return;
      }
      HttpStatus known = HttpStatus.resolve(status);
      String title = known == null ? "Error" : known.getReasonPhrase();
      String body =
          "{\"type\":\"urn:reliquum:problem:http-%d\",\"title\":\"%s\",\"status\":%d,\"detail\":\"%s\"}"
              .formatted(status, title, status, detail(status));
      try {
        response.setContentType("application/problem+json");
        response.setCharacterEncoding("UTF-8");
        response.getOutputStream().write(body.getBytes(StandardCharsets.UTF_8));
        response.finishResponse();
      } catch (IOException | IllegalStateException gone) {
        // Whoever asked listens no more.
      }
    }

    private static String detail(int status) {
      return switch (status) {
        case 400 -> "The request can't be read: its line or its headers are no HTTP, or too long.";
        case 414 -> "The address is too long.";
        case 431 -> "The headers are too long.";
        default -> "The request can't be answered.";
      };
    }
  }
}
