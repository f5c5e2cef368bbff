package app.reliquum.api;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** What someone must be allowed to, to ask for an operation. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface Needs {
  Permission value();

  /** Whether it belongs to the Floor: also for someone who has signed in with a badge and a PIN. */
  boolean floor() default false;

  /** Whether it holds for every site, so that only those may ask for it who work at every site. */
  boolean everywhere() default false;
}
