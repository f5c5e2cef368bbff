package app.reliquum.api;

import app.reliquum.core.text.Message;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.lang.reflect.Method;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.core.MethodParameter;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * Refuses a parameter that an operation does not have: passed over, it would answer another
 * question than the one that was asked.
 */
@Component
class QueryParametersCheck implements HandlerInterceptor {

  private final List<QueryParameters> more;
  private final Map<Method, Set<String>> known = new ConcurrentHashMap<>();

  QueryParametersCheck(List<QueryParameters> more) {
    this.more = more;
  }

  @Override
  public boolean preHandle(
      HttpServletRequest request, HttpServletResponse response, Object handler) {
    if (request.getQueryString() == null
        || request.getDispatcherType() != DispatcherType.REQUEST
        || !(handler instanceof HandlerMethod method)) {
      return true;
    }
    Set<String> names = known.computeIfAbsent(method.getMethod(), any -> names(method));
    UriComponentsBuilder.newInstance()
        .query(request.getQueryString())
        .build()
        .getQueryParams()
        .keySet()
        .stream()
        .filter(given -> !names.contains(given))
        .findFirst()
        .ifPresent(
            given -> {
              throw Problem.invalid(
                  given,
                  names.isEmpty()
                      ? Message.of("This takes no parameters.")
                      : Message.of("This takes {0} only.", String.join(", ", names)));
            });
    return true;
  }

  private Set<String> names(HandlerMethod method) {
    Set<String> names = new TreeSet<>();
    for (MethodParameter argument : method.getMethodParameters()) {
      RequestParam given = argument.getParameterAnnotation(RequestParam.class);
      if (given != null) {
        String name = given.name();
        names.add(
            name.isEmpty()
                ? Arrays.asList(method.getMethod().getParameters())
                    .get(argument.getParameterIndex())
                    .getName()
                : name);
      }
      if (argument.hasParameterAnnotation(ParameterObject.class)) {
        for (RecordComponent part : argument.getParameterType().getRecordComponents()) {
          names.add(part.getName());
        }
      }
      more.forEach(one -> names.addAll(one.of(argument)));
    }
    return names;
  }
}
