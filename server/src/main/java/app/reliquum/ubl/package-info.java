/** Documents of UBL 2.1 (ISO/IEC 19845): what the house reads of them, and what it writes. */
@org.springframework.modulith.ApplicationModule(displayName = "UBL")
package app.reliquum.ubl;
