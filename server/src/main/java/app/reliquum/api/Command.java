package app.reliquum.api;

import java.util.UUID;

/**
 * One writing request: its id, who asks, and from which device. The id comes in the header {@code
 * Idempotency-Key}.
 */
public record Command(UUID id, Actor actor, String device) {}
