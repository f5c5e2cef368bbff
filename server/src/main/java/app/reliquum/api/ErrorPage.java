package app.reliquum.api;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * What no one has answered, such as an address with signs that are not let in: a problem document
 * too.
 */
@RestController
class ErrorPage implements ErrorController {

  @RequestMapping("/error")
  ResponseEntity<ProblemDetail> error(HttpServletRequest request) {
    Object said = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
    HttpStatus known = said instanceof Integer code ? HttpStatus.resolve(code) : null;
    HttpStatus status = known == null ? HttpStatus.INTERNAL_SERVER_ERROR : known;
    String type = "http-" + status.value();
    Problem problem =
        status == HttpStatus.BAD_REQUEST
            ? new Problem(
                status,
                type,
                "The address can't be read: it holds signs that no address of ours has.")
            : new Problem(status, type, "The request can't be answered.");
    return ResponseEntity.status(status)
        .contentType(MediaType.APPLICATION_PROBLEM_JSON)
        .body(problem.detail(Translations.asked(request.getHeader(HttpHeaders.ACCEPT_LANGUAGE))));
  }
}
