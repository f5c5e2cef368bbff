/** Devices that come and go: the batch collector, a terminal that counts without a network. */
@org.springframework.modulith.ApplicationModule(displayName = "Devices")
package app.reliquum.devices;
