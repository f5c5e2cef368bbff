package app.reliquum.api;

import app.reliquum.core.text.Message;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;

/**
 * Lets those through to an operation who may ask for it, before anything of the request is read. An
 * operation that does not say what it needs lets nobody through.
 */
@Component
class PermissionCheck implements HandlerInterceptor {

  private final ApplicationEventPublisher events;

  PermissionCheck(ApplicationEventPublisher events) {
    this.events = events;
  }

  @Override
  public boolean preHandle(
      HttpServletRequest request, HttpServletResponse response, Object handler) {
    HandlerMethod method = operation(handler);
    if (method == null
        || method.hasMethodAnnotation(Open.class)
        || request.getDispatcherType() != DispatcherType.REQUEST) {
      return true;
    }
    Actor actor = ActorResolver.current();
    if (!method.hasMethodAnnotation(Own.class)) {
      admit(actor, method.getMethodAnnotation(Needs.class));
    }
    return true;
  }

  private static void admit(Actor actor, @Nullable Needs needs) {
    if (needs == null || !actor.may(needs.value())) {
      throw Problem.forbidden("Your role does not allow this. Ask a controller.");
    }
    if (needs.everywhere()) {
      actor.requireEverywhere("This");
    }
    if (actor.access().due() != null) {
      throw new Problem(
              HttpStatus.FORBIDDEN,
              "secret-due",
              actor.access().due() == Actor.Secret.PIN
                  ? Message.of("Choose a PIN of your own first.")
                  : Message.of("Choose a password of your own first."))
          .with("secret", actor.access().due());
    }
    if (actor.access().floorOnly() && !needs.floor()) {
      throw new Problem(
          HttpStatus.FORBIDDEN,
          "floor-only",
          "A badge and a PIN open the Floor only. Sign in with your password for this.");
    }
  }

  /** Tells that a rule was changed, for the security log. */
  @Override
  public void afterCompletion(
      HttpServletRequest request,
      HttpServletResponse response,
      Object handler,
      @Nullable Exception fault) {
    HandlerMethod method = operation(handler);
    Needs needs = method == null ? null : method.getMethodAnnotation(Needs.class);
    boolean rule =
        needs != null
            && needs.value() == Permission.RULES
            // What devices are added and revoked is told by itself.
            && !request.getRequestURI().startsWith("/api/devices")
            && !HttpMethod.GET.matches(request.getMethod())
            && HttpStatusCode.valueOf(response.getStatus()).is2xxSuccessful();
    if (rule && method != null) {
      events.publishEvent(
          new RuleChanged(ActorResolver.current(), name(method), request.getRequestURI()));
    }
  }

  private static @Nullable HandlerMethod operation(Object handler) {
    return handler instanceof HandlerMethod method
            && method.getBeanType().getPackageName().startsWith("app.reliquum.")
        ? method
        : null;
  }

  static String name(HandlerMethod method) {
    Operation operation = method.getMethodAnnotation(Operation.class);
    return operation == null ? method.getMethod().getName() : operation.operationId();
  }
}
