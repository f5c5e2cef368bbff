/**
 * In which order someone walks from bin to bin.
 *
 * <p>{@link Block} measures a block of parallel aisles, {@link ShortestRound} finds its shortest
 * round. A round visits every stop once and ends where it began; none is longer than walking the
 * aisles in turn.
 */
package app.reliquum.core.walk;
