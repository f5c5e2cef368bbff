package app.reliquum.api;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * An operation that goes in transactions of its own, and says itself, through {@link Commands},
 * which part of it is done once: a file that is only tried, which may be sent again under the same
 * id; or long work of which what is done stays done, and which goes on where it was when it is
 * asked again.
 */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface OnceInPart {}
