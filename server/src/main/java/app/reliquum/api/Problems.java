package app.reliquum.api;

import app.reliquum.core.quantity.QuantityException;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.validation.FieldError;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.method.annotation.HandlerMethodValidationException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns whatever goes wrong into a problem document (RFC 9457). */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {

  private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

  /** What MariaDB says of a number that a column can't hold, and of such a text. */
  private static final int OUT_OF_RANGE = 1264;

  private static final int TOO_LONG = 1406;

  private final ApplicationEventPublisher events;

  Problems(ApplicationEventPublisher events) {
    this.events = events;
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> problem(Problem problem, HttpServletRequest request) {
    if (problem.status() == HttpStatus.FORBIDDEN) {
      Object handler = request.getAttribute(HandlerMapping.BEST_MATCHING_HANDLER_ATTRIBUTE);
      ActorResolver.present()
          .ifPresent(
              actor ->
                  events.publishEvent(
                      new AccessRefused(
                          actor,
                          handler instanceof HandlerMethod method
                              ? PermissionCheck.name(method)
                              : request.getRequestURI(),
                          problem.getMessage())));
    }
    return answer(problem);
  }

  private static ResponseEntity<ProblemDetail> answer(Problem problem) {
    var answer = ResponseEntity.status(problem.status());
    Object wait = problem.values().get("retryAfter");
    if (wait != null) {
      answer.header(HttpHeaders.RETRY_AFTER, wait.toString());
    }
    return answer.body(problem.detail());
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> quantity(QuantityException fault) {
    return answer(Problem.invalid("quantity", fault.getMessage()).with("given", fault.given()));
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> stale(OptimisticLockingFailureException stale) {
    return answer(Problem.changed());
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> busy(PessimisticLockingFailureException busy) {
    LOG.warn("Gave up on a lock", busy);
    return answer(
        new Problem(
                HttpStatus.SERVICE_UNAVAILABLE,
                "busy",
                "Too many people are at the same goods. Nothing was done; try again.")
            .with("retryAfter", 1));
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> integrity(DataIntegrityViolationException violation) {
    LOG.info("Refused by the database: {}", violation.getMostSpecificCause().getMessage());
    int code =
        violation.getMostSpecificCause() instanceof SQLException fault ? fault.getErrorCode() : 0;
    return answer(
        switch (code) {
          case OUT_OF_RANGE ->
              new Problem(
                  HttpStatus.BAD_REQUEST,
                  "too-large",
                  "A number is larger than the books can keep. Nothing was done.");
          case TOO_LONG ->
              new Problem(
                  HttpStatus.BAD_REQUEST,
                  "too-long",
                  "A text is longer than the books can keep. Nothing was done.");
          default ->
              Problem.conflict(
                  "not-unique",
                  "There is one with this code already, or something still refers to it.");
        });
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> unexpected(Exception fault) {
    LOG.error("Unexpected", fault);
    return answer(
        new Problem(
            HttpStatus.INTERNAL_SERVER_ERROR,
            "unexpected",
            "Something went wrong on the server. Nothing was done; try again."));
  }

  private static String message(FieldError error) {
    return error.contains(TypeMismatchException.class)
        ? misread(
            error.unwrap(TypeMismatchException.class).getRequiredType(), error.getRejectedValue())
        : String.valueOf(error.getDefaultMessage());
  }

  private static String misread(@Nullable Class<?> wanted, @Nullable Object given) {
    return "is %s, not '%s'"
        .formatted(Unreadable.wanted(wanted), Numbers.brief(String.valueOf(given)));
  }

  @Override
  protected ResponseEntity<Object> handleMethodArgumentNotValid(
      MethodArgumentNotValidException fault,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    List<Map<String, String>> fields =
        fault.getFieldErrors().stream()
            .map(
                error ->
                    Map.of(
                        "field", error.getField(),
                        "message", message(error)))
            .toList();
    return invalid(fields);
  }

  @Override
  protected ResponseEntity<Object> handleHttpMessageNotReadable(
      HttpMessageNotReadableException fault,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    String type = request.getHeader(HttpHeaders.CONTENT_TYPE);
    // No content type can be read wrongly but JSON: a file is taken as it is.
    boolean file = type != null && !type.contains("json");
    Problem problem =
        file
            ? Problem.invalid("file", "The file is empty. Choose one with something in it.")
            : Unreadable.problem(fault);
    return ResponseEntity.badRequest().body(problem.detail());
  }

  @Override
  protected ResponseEntity<Object> handleHandlerMethodValidationException(
      HandlerMethodValidationException fault,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    List<Map<String, String>> fields =
        fault.getParameterValidationResults().stream()
            .flatMap(
                result ->
                    result.getResolvableErrors().stream()
                        .map(
                            error ->
                                Map.of(
                                    "field",
                                    String.valueOf(result.getMethodParameter().getParameterName()),
                                    "message",
                                    String.valueOf(error.getDefaultMessage()))))
            .toList();
    return invalid(fields);
  }

  @Override
  protected ResponseEntity<Object> handleMissingServletRequestParameter(
      MissingServletRequestParameterException fault,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    return invalid(List.of(Map.of("field", fault.getParameterName(), "message", "is needed")));
  }

  private static ResponseEntity<Object> invalid(List<Map<String, String>> fields) {
    String first =
        fields.isEmpty()
            ? "The request is not complete."
            : fields.get(0).get("field") + " " + fields.get(0).get("message") + ".";
    Problem problem =
        Problem.invalid(fields.isEmpty() ? "" : fields.get(0).get("field"), first)
            .with("fields", fields);
    return ResponseEntity.status(problem.status()).body(problem.detail());
  }

  @Override
  protected ResponseEntity<Object> handleTypeMismatch(
      TypeMismatchException fault, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
    String name =
        fault instanceof MethodArgumentTypeMismatchException argument
            ? argument.getName()
            : String.valueOf(fault.getPropertyName());
    Problem problem =
        Problem.invalid(
            name, name + " " + misread(fault.getRequiredType(), fault.getValue()) + ".");
    return ResponseEntity.badRequest().body(problem.detail());
  }

  @Override
  protected @Nullable ResponseEntity<Object> handleExceptionInternal(
      Exception fault,
      @Nullable Object body,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    Object known =
        body == null && fault instanceof ErrorResponse response
            ? response.updateAndGetBody(getMessageSource(), LocaleContextHolder.getLocale())
            : body;
    if (known instanceof ProblemDetail detail
        && (detail.getType() == null || "about:blank".equals(detail.getType().toString()))) {
      detail.setType(URI.create("urn:reliquum:problem:http-" + status.value()));
    }
    return super.handleExceptionInternal(fault, known, headers, status, request);
  }
}
