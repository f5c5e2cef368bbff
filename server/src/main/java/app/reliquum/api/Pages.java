package app.reliquum.api;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestAttribute;

/**
 * The addresses of the web application all show its one page; it finds its own way from there. Each
 * answer carries the number that the page's own styles must show (see {@link ContentPolicy}).
 */
@Controller
class Pages {

  private static final MediaType HTML = new MediaType("text", "html", StandardCharsets.UTF_8);

  private final String before;
  private final String after;

  Pages() throws IOException {
    ClassPathResource page = new ClassPathResource("static/index.html");
    String text = "<!doctype html><html><head></head></html>";
    if (page.exists()) {
      try (InputStream content = page.getInputStream()) {
        text = new String(content.readAllBytes(), StandardCharsets.UTF_8);
      }
    }
    int head = text.indexOf("<head>") + "<head>".length();
    before = text.substring(0, head);
    after = text.substring(head);
  }

  @GetMapping({"/", "/index.html", "/office/**", "/floor/**", "/sign-in"})
  ResponseEntity<String> page(@RequestAttribute(ContentPolicy.NONCE) String nonce) {
    return ResponseEntity.ok()
        .contentType(HTML)
        .cacheControl(CacheControl.noCache())
        .body(before + "<meta name=\"style-nonce\" content=\"" + nonce + "\">" + after);
  }
}
