package app.reliquum.api;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;

/** Hands a controller the one who asks. */
class ActorResolver implements HandlerMethodArgumentResolver {

  @Override
  public boolean supportsParameter(MethodParameter parameter) {
    return parameter.getParameterType() == Actor.class;
  }

  @Override
  public Actor resolveArgument(
      MethodParameter parameter,
      @Nullable ModelAndViewContainer container,
      NativeWebRequest request,
      @Nullable WebDataBinderFactory binders) {
    return current();
  }

  static Actor current() {
    return present()
        .orElseThrow(() -> new Problem(HttpStatus.UNAUTHORIZED, "sign-in", "Sign in first."));
  }

  /** The one who asks, if someone is signed in. */
  static Optional<Actor> present() {
    Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
    return authentication != null && authentication.getPrincipal() instanceof Actor actor
        ? Optional.of(actor)
        : Optional.empty();
  }
}
