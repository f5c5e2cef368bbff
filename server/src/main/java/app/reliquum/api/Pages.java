package app.reliquum.api;

import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

/** The addresses of the web application all show its one page; it finds its own way from there. */
@Controller
class Pages {

  @GetMapping({"/", "/office/**", "/floor/**", "/sign-in"})
  String page() {
    return "forward:/index.html";
  }
}
