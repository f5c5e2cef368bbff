package app.reliquum.e2e;

import java.net.URI;
import java.util.List;
import java.util.regex.Pattern;

/** The addresses of the Office: every page, with what opens beside it. */
final class OfficePages {

  static final List<String> ALL =
      List.of(
          "/office/today",
          "/office/on-hand",
          "/office/on-hand?group=ITEM&open=item:1",
          "/office/on-hand?group=ITEM&stock=ALL",
          "/office/on-hand?group=SITES&stock=ALL&open=item:1",
          "/office/coming/outbound?view=earnings&days=90",
          "/office/on-hand?group=PLACE&open=place:26",
          "/office/on-hand?group=POSITION",
          "/office/looking-back?open=1500",
          "/office/looking-back/trace?lot=8",
          "/office/looking-back/trace?customer=1",
          "/office/looking-back/books",
          "/office/rules/items?open=1",
          "/office/rules/items?open=new",
          "/office/rules/places?open=rack",
          "/office/rules/places?open=bin:26",
          "/office/rules/people?open=new",
          "/office/coming/inbound?open=3",
          "/office/coming/inbound?open=new",
          "/office/coming/inbound?open=file",
          "/office/coming/transfers?open=3",
          "/office/coming/transfers?open=new",
          "/office/coming/transfers?view=routes",
          "/office/coming/outbound?open={OB-10006}",
          "/office/coming/outbound?open=new",
          "/office/coming/outbound?open=allocate",
          "/office/coming/outbound?view=earnings",
          "/office/coming/returns?filter=ALL&open=1",
          "/office/coming/returns?open=new",
          "/office/coming/waiting",
          "/office/checking/counts?open=new",
          "/office/checking/counts/13",
          "/office/checking/counts/13?view=slips",
          "/office/checking/counts/13?view=history",
          "/office/checking/programme",
          "/office/checking/accuracy",
          "/office/checking/collector",
          "/office/checking/adjustments?open=1",
          "/office/checking/adjustments?open=new&item=1",
          "/office/checking/adjustments?open=file",
          "/office/checking/approvals?open=1",
          "/office/checking/reason-report",
          "/office/checking/loans?open=1",
          "/office/running-low/items?filter=EVERY&open=1-1",
          "/office/running-low/requisitions?open=new",
          "/office/running-low/runs?open=1",
          "/office/rules/replenishment?open=new",
          "/office/rules/replenishment?open=4",
          "/office/looking-back/value?by=ITEM",
          "/office/looking-back/changes",
          "/office/looking-back/usage",
          "/office/rules/reasons?open=new",
          "/office/rules/reasons?open=accounts",
          "/office/rules/counting",
          "/office/rules/house",
          "/office/rules/tables",
          "/office/rules/tables?open=opening-stock",
          "/office/rules/change-log",
          "/office/rules/change-log?open=save-view",
          "/office/rules/setting-up",
          "/office/coming/letters",
          "/office/rules/put-away?open=new",
          "/office/rules/removal?open=1",
          "/office/rules/customers?open=1",
          "/office/rules/suppliers?open=1",
          "/office/rules/taxes?open=new",
          "/office/rules/site-groups?open=new",
          "/office/rules/categories",
          "/office/rules/notices",
          "/office/own/notices?filter=ALL",
          "/office/coming/inbound?open=response",
          "/office/rules/labels",
          "/office/rules/printers?open=1",
          "/office/rules/scales?open=1",
          "/office/rules/carriers?open=1",
          "/office/rules/printing?open=new",
          "/office/rules/print-jobs",
          "/office/rules/devices?open=new",
          "/office/rules/security",
          "/office/own/password",
          "/office/own/choices",
          "/office/guide",
          "/office/guide/receiving",
          "/office/rules/binning/3");

  private static final Pattern ORDER = Pattern.compile("\\{(OB-[0-9]+)}");

  private OfficePages() {}

  /** An address in a house, with the number of each outbound order that it names. */
  static URI in(PackedHouse house, String path) {
    String found =
        ORDER
            .matcher(path)
            .replaceAll(
                named ->
                    house
                        .signIn("maren")
                        .get("/api/outbound?filter=ALL&q=" + named.group(1))
                        .ok()
                        .path("rows")
                        .get(0)
                        .path("id")
                        .asString());
    return house.address().resolve(found);
  }
}
