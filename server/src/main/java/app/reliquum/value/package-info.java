/**
 * What stock is worth and what changed that, the journal for the accounts, and how goods are used.
 */
@org.springframework.modulith.ApplicationModule(displayName = "Value")
package app.reliquum.value;
