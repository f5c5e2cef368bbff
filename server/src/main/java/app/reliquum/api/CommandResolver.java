package app.reliquum.api;

import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;

/** Hands a controller the command that a request is, from its headers. */
class CommandResolver implements HandlerMethodArgumentResolver {

  static final String HEADER = "Idempotency-Key";
  static final String DEVICE = "X-Device";
  private static final int LONGEST_DEVICE = 40;
  private static final int RFC_9562 = 2;

  @Override
  public boolean supportsParameter(MethodParameter parameter) {
    return parameter.getParameterType() == Command.class;
  }

  @Override
  public Command resolveArgument(
      MethodParameter parameter,
      @Nullable ModelAndViewContainer container,
      NativeWebRequest request,
      @Nullable WebDataBinderFactory binders) {
    Actor actor = ActorResolver.current();
    // An enrolled device has the name that it was enrolled by, whatever it says itself.
    String enrolled = actor.access().device();
    String device = enrolled == null ? request.getHeader(DEVICE) : enrolled;
    String known = device == null ? "" : device.replaceAll("[^\\p{L}\\p{N} ._-]", "").strip();
    return new Command(
        id(request.getHeader(HEADER)),
        actor,
        known.substring(0, Math.min(known.length(), LONGEST_DEVICE)));
  }

  private static UUID id(@Nullable String text) {
    try {
      if (text != null && text.length() == 36) {
        UUID id = UUID.fromString(text);
        if (id.variant() == RFC_9562) {
          return id;
        }
      }
    } catch (IllegalArgumentException noUuid) {
      // said below
    }
    throw Problem.invalid(HEADER, "Every write needs a header {0} with a UUID of its own.", HEADER);
  }
}
