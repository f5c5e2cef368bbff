/** Goods for customers and jobs: ordered, allocated, picked, packed and gone. */
@org.springframework.modulith.ApplicationModule(displayName = "Outbound")
package app.reliquum.outbound;
