/** Where goods are put: the rules that the house sets, and what they say of a quantity. */
@org.springframework.modulith.ApplicationModule(displayName = "Put-away")
package app.reliquum.putaway;
