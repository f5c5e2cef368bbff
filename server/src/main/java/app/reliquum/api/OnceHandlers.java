package app.reliquum.api;

import java.lang.annotation.Annotation;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerAdapter;
import org.springframework.web.servlet.mvc.method.annotation.ServletInvocableHandlerMethod;

/**
 * Calls the methods of controllers. One that takes a {@link Command} is done once, in one
 * transaction, and its answer is kept: what makes two requests the same is their address, its
 * parameters and the body, but not the headers.
 */
class OnceHandlers extends RequestMappingHandlerAdapter {

  private final ObjectProvider<Commands> commands;

  OnceHandlers(ObjectProvider<Commands> commands) {
    this.commands = commands;
  }

  @Override
  protected ServletInvocableHandlerMethod createInvocableHandlerMethod(HandlerMethod method) {
    for (MethodParameter parameter : method.getMethodParameters()) {
      if (parameter.getParameterType() == Command.class
          && !method.hasMethodAnnotation(OnceInPart.class)) {
        return new Once(method, parameter.getParameterIndex(), commands.getObject());
      }
    }
    return super.createInvocableHandlerMethod(method);
  }

  /** A method that is done once for each command. */
  private static final class Once extends ServletInvocableHandlerMethod {
    private static final List<Class<? extends Annotation>> ASKED =
        List.of(PathVariable.class, RequestParam.class, RequestBody.class);

    private final int command;
    private final Commands commands;

    Once(HandlerMethod method, int command, Commands commands) {
      super(method);
      this.command = command;
      this.commands = commands;
    }

    @Override
    protected Object doInvoke(Object... values) {
      List<Object> request = new ArrayList<>();
      for (MethodParameter parameter : getMethodParameters()) {
        if (ASKED.stream().anyMatch(parameter::hasParameterAnnotation)) {
          request.add(values[parameter.getParameterIndex()]);
        }
      }
      return commands.once(
          (Command) values[command],
          getBeanType().getSimpleName() + "." + getMethod().getName(),
          request,
          getMethod().getGenericReturnType(),
          () -> work(values));
    }

    private @Nullable Object work(Object... values) {
      try {
        return super.doInvoke(values);
      } catch (RuntimeException refused) {
        throw refused;
      } catch (Exception fault) {
        throw new IllegalStateException(fault);
      }
    }
  }
}
