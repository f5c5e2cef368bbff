package app.reliquum.api;

import java.util.Set;
import org.springframework.core.MethodParameter;

/** Says which parameters of an address an argument of a controller is read from. */
public interface QueryParameters {

  /** Their names; none if the argument is none of those that it knows. */
  Set<String> of(MethodParameter argument);
}
