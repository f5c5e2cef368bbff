/** In which order someone walks from bin to bin. */
package app.reliquum.core.walk;
