/** Labels: made for whatever the house names, as PDF or by the label printer. */
@org.springframework.modulith.ApplicationModule(displayName = "Labels")
package app.reliquum.labels;
