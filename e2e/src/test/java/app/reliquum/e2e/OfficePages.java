package app.reliquum.e2e;

import java.util.List;

/** The addresses of the Office: every page, with what opens beside it. */
final class OfficePages {

  static final List<String> ALL =
      List.of(
          "/office/today",
          "/office/on-hand",
          "/office/on-hand?group=ITEM&open=item:1",
          "/office/on-hand?group=PLACE&open=place:26",
          "/office/on-hand?group=POSITION",
          "/office/looking-back?open=1500",
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
          "/office/coming/outbound?open=6",
          "/office/coming/outbound?open=new",
          "/office/coming/outbound?open=allocate",
          "/office/coming/outbound?view=earnings",
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
          "/office/checking/scrap",
          "/office/checking/loans?open=1",
          "/office/running-low/requisitions?open=new",
          "/office/looking-back/value?by=ITEM",
          "/office/looking-back/changes",
          "/office/looking-back/usage",
          "/office/rules/reasons?open=new",
          "/office/rules/reasons?open=accounts",
          "/office/rules/counting",
          "/office/rules/house",
          "/office/coming/letters",
          "/office/rules/put-away?open=new",
          "/office/rules/removal?open=1",
          "/office/rules/customers?open=1",
          "/office/rules/suppliers?open=1",
          "/office/rules/labels",
          "/office/rules/devices?open=new",
          "/office/rules/security",
          "/office/own/password",
          "/office/rules/binning/3");

  private OfficePages() {}
}
