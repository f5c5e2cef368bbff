package app.reliquum.api;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * An operation that says itself, through {@link Commands}, which part of it is done once: a file
 * that is only tried, for instance, may be sent again under the same id.
 */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface OnceInPart {}
