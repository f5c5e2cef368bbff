package app.reliquum.api.lists;

import app.reliquum.api.Numbers;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.core.text.InvalidValueException;
import app.reliquum.core.text.Message;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.core.ResolvableType;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;

/** Reads what is asked of a list from the parameters of an address. */
class ListQueryResolver implements HandlerMethodArgumentResolver {

  private static final Set<String> WHOLE = Set.of("q", "where", "sort", "descending");
  private static final Set<String> STRETCH =
      Set.of("q", "where", "sort", "descending", "offset", "limit");
  static final int ROWS = 100;
  static final int MOST_CONDITIONS = 20;
  static final int LONGEST_WORDS = 100;

  @Override
  public boolean supportsParameter(MethodParameter parameter) {
    return parameter.getParameterType() == ListQuery.class;
  }

  @Override
  public ListQuery<?> resolveArgument(
      MethodParameter parameter,
      @Nullable ModelAndViewContainer container,
      NativeWebRequest request,
      @Nullable WebDataBinderFactory binders) {
    return read(columns(parameter), request);
  }

  /** The parameters that an operation takes: a file holds all that is found. */
  static Set<String> names(MethodParameter parameter) {
    return parameter.getParameterType() != ListQuery.class
        ? Set.of()
        : paged(parameter) ? STRETCH : WHOLE;
  }

  static boolean paged(MethodParameter parameter) {
    return parameter.getMethod() != null && parameter.getMethod().getReturnType() == Page.class;
  }

  /** The columns of the list that a controller asks for. */
  @SuppressWarnings({"unchecked", "rawtypes"})
  static Class columns(MethodParameter parameter) {
    return ResolvableType.forMethodParameter(parameter).getGeneric(0).toClass();
  }

  private static <C extends Enum<C> & ListColumn> ListQuery<C> read(
      Class<C> columns, NativeWebRequest request) {
    String q = one(request, "q");
    if (q != null && q.length() > LONGEST_WORDS) {
      throw Problem.invalid("q", "Search for at most {0} signs.", LONGEST_WORDS);
    }
    String[] given = request.getParameterValues("where");
    List<String> where = given == null ? List.of() : Arrays.asList(given);
    if (where.size() > MOST_CONDITIONS) {
      throw Problem.invalid("where", "At most {0} conditions can be asked.", MOST_CONDITIONS);
    }
    String sort = one(request, "sort");
    String descending = one(request, "descending");
    if (descending != null && !descending.equals("true") && !descending.equals("false")) {
      throw Problem.invalid("descending", "It is true or false.");
    }
    return new ListQuery<>(
        q,
        where.stream().map(text -> ListCondition.read(columns, text)).toList(),
        sort == null ? null : ListCondition.column("sort", columns, sort, true),
        "true".equals(descending),
        number(request, "offset", 0, 0, Integer.MAX_VALUE),
        number(request, "limit", ROWS, 1, Page.MAX_ROWS));
  }

  private static int number(
      NativeWebRequest request, String name, int otherwise, int least, int most) {
    String text = one(request, name);
    if (text == null) {
      return otherwise;
    }
    try {
      long number = Numbers.whole(text);
      if (number < least || number > most) {
        throw new InvalidValueException("is from {0} to {1}", least, most);
      }
      return (int) number;
    } catch (IllegalArgumentException fault) {
      throw Problem.invalid(name, "{0} {1}.", name, Message.of(fault));
    }
  }

  private static @Nullable String one(NativeWebRequest request, String name) {
    String[] values = request.getParameterValues(name);
    if (values == null || values.length == 0) {
      return null;
    }
    if (values.length > 1) {
      throw Problem.invalid(name, "It can be given once.");
    }
    return values[0];
  }
}
