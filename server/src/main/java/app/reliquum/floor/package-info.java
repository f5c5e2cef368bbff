/** The Floor view: what a scan stands for, and the sentence that each person is filling. */
@org.springframework.modulith.ApplicationModule(displayName = "Floor")
package app.reliquum.floor;
