/** Kittiwake Chandlery: a made-up house with people, goods and nine months behind it. */
@org.springframework.modulith.ApplicationModule(displayName = "Demo")
package app.reliquum.demo;
