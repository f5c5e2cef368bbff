package app.reliquum.api;

import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.text.Language;
import app.reliquum.core.text.Message;
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
    return answer(problem, request);
  }

  private static ResponseEntity<ProblemDetail> answer(Problem problem, HttpServletRequest request) {
    Language language = asked(request);
    var answer =
        ResponseEntity.status(problem.status())
            .header(HttpHeaders.CONTENT_LANGUAGE, language.code());
    Object wait = problem.values().get("retryAfter");
    if (wait != null) {
      answer.header(HttpHeaders.RETRY_AFTER, wait.toString());
    }
    return answer.body(problem.detail(language));
  }

  private static Language asked(HttpServletRequest request) {
    return Translations.asked(request.getHeader(HttpHeaders.ACCEPT_LANGUAGE));
  }

  private static ResponseEntity<Object> invalid(Problem problem, WebRequest request) {
    Language language = Translations.asked(request.getHeader(HttpHeaders.ACCEPT_LANGUAGE));
    return ResponseEntity.status(problem.status())
        .header(HttpHeaders.CONTENT_LANGUAGE, language.code())
        .body(problem.detail(language));
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> quantity(QuantityException fault, HttpServletRequest request) {
    return answer(Problem.invalid("quantity", fault).with("given", fault.given()), request);
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> stale(
      OptimisticLockingFailureException stale, HttpServletRequest request) {
    return answer(Problem.changed(), request);
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> busy(
      PessimisticLockingFailureException busy, HttpServletRequest request) {
    LOG.warn("Gave up on a lock", busy);
    return answer(
        new Problem(
                HttpStatus.SERVICE_UNAVAILABLE,
                "busy",
                "Too many people are at the same goods. Nothing was done; try again.")
            .with("retryAfter", 1),
        request);
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> integrity(
      DataIntegrityViolationException violation, HttpServletRequest request) {
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
        },
        request);
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> unexpected(Exception fault, HttpServletRequest request) {
    LOG.error("Unexpected", fault);
    return answer(
        new Problem(
            HttpStatus.INTERNAL_SERVER_ERROR,
            "unexpected",
            "Something went wrong on the server. Nothing was done; try again."),
        request);
  }

  /** What is wrong with a field. */
  private record Field(String field, Message message) {}

  private static Message message(FieldError error) {
    return error.contains(TypeMismatchException.class)
        ? misread(
            error.unwrap(TypeMismatchException.class).getRequiredType(), error.getRejectedValue())
        : Message.of(String.valueOf(error.getDefaultMessage()));
  }

  private static Message misread(@Nullable Class<?> wanted, @Nullable Object given) {
    return Message.of(
        "is {0}, not '{1}'", Unreadable.wanted(wanted), Numbers.brief(String.valueOf(given)));
  }

  @Override
  protected ResponseEntity<Object> handleMethodArgumentNotValid(
      MethodArgumentNotValidException fault,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    return invalid(
        fault.getFieldErrors().stream()
            .map(error -> new Field(error.getField(), message(error)))
            .toList(),
        request);
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
    return invalid(problem, request);
  }

  @Override
  protected ResponseEntity<Object> handleHandlerMethodValidationException(
      HandlerMethodValidationException fault,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    return invalid(
        fault.getParameterValidationResults().stream()
            .flatMap(
                result ->
                    result.getResolvableErrors().stream()
                        .map(
                            error ->
                                new Field(
                                    String.valueOf(result.getMethodParameter().getParameterName()),
                                    Message.of(String.valueOf(error.getDefaultMessage())))))
            .toList(),
        request);
  }

  @Override
  protected ResponseEntity<Object> handleMissingServletRequestParameter(
      MissingServletRequestParameterException fault,
      HttpHeaders headers,
      HttpStatusCode status,
      WebRequest request) {
    return invalid(List.of(new Field(fault.getParameterName(), Message.of("is needed"))), request);
  }

  private static ResponseEntity<Object> invalid(List<Field> fields, WebRequest request) {
    Language language = Translations.asked(request.getHeader(HttpHeaders.ACCEPT_LANGUAGE));
    Problem problem =
        fields.isEmpty()
            ? Problem.invalid("", "The request is not complete.")
            : Problem.invalid(
                fields.get(0).field(), "{0} {1}.", fields.get(0).field(), fields.get(0).message());
    return invalid(
        problem.with(
            "fields",
            fields.stream()
                .map(
                    one ->
                        Map.of(
                            "field",
                            one.field(),
                            "message",
                            Translations.said(one.message(), language)))
                .toList()),
        request);
  }

  @Override
  protected ResponseEntity<Object> handleTypeMismatch(
      TypeMismatchException fault, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
    String name =
        fault instanceof MethodArgumentTypeMismatchException argument
            ? argument.getName()
            : String.valueOf(fault.getPropertyName());
    Problem problem =
        Problem.invalid(name, "{0} {1}.", name, misread(fault.getRequiredType(), fault.getValue()));
    return invalid(problem, request);
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
