package app.reliquum.floor;

import app.reliquum.api.Problem;
import app.reliquum.core.sentence.Evidence;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Evidence as it is kept, and as it goes to whoever must choose and comes back. */
@Component
class EvidenceJson {
  private static final TypeReference<List<Evidence>> EVIDENCE = new TypeReference<>() {};
  private final JsonMapper json;

  EvidenceJson(JsonMapper json) {
    this.json = json.rebuild().addMixIn(Evidence.class, EvidenceInJson.class).build();
  }

  /** The core knows no JSON; this says how its evidence is kept. */
  @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
  @JsonSubTypes({
    @JsonSubTypes.Type(value = Evidence.Bin.class, name = "bin"),
    @JsonSubTypes.Type(value = Evidence.Item.class, name = "item"),
    @JsonSubTypes.Type(value = Evidence.Lot.class, name = "lot"),
    @JsonSubTypes.Type(value = Evidence.Serial.class, name = "serial"),
    @JsonSubTypes.Type(value = Evidence.Figure.class, name = "figure"),
    @JsonSubTypes.Type(value = Evidence.ConditionSaid.class, name = "of"),
    @JsonSubTypes.Type(value = Evidence.Turned.class, name = "turned"),
    @JsonSubTypes.Type(value = Evidence.UnitLoad.class, name = "unitLoad"),
    @JsonSubTypes.Type(value = Evidence.IncomingUnitLoad.class, name = "load"),
    @JsonSubTypes.Type(value = Evidence.LotCode.class, name = "lotCode"),
    @JsonSubTypes.Type(value = Evidence.SerialCode.class, name = "serialCode"),
    @JsonSubTypes.Type(value = Evidence.SerialRange.class, name = "serialRange"),
    @JsonSubTypes.Type(value = Evidence.Expiry.class, name = "expiry"),
    @JsonSubTypes.Type(value = Evidence.BestBefore.class, name = "best-before"),
    @JsonSubTypes.Type(value = Evidence.Produced.class, name = "produced"),
    @JsonSubTypes.Type(value = Evidence.Knowingly.class, name = "knowingly"),
    @JsonSubTypes.Type(value = Evidence.OverReceiptAgreed.class, name = "over"),
    @JsonSubTypes.Type(value = Evidence.Contents.class, name = "contents"),
    @JsonSubTypes.Type(value = Evidence.LabelSaid.class, name = "together")
  })
  interface EvidenceInJson {}

  List<Evidence> read(@Nullable String text) {
    return text == null ? List.of() : json.readValue(text, EVIDENCE);
  }

  String write(List<Evidence> evidence) {
    return json.writerFor(EVIDENCE).writeValueAsString(evidence);
  }

  /** Reads what was handed out to be chosen. */
  Evidence chosen(@Nullable String text) {
    try {
      return read(text).get(0);
    } catch (JacksonException | IndexOutOfBoundsException broken) {
      throw Problem.invalid("scanned", "A choice is sent back as it came.");
    }
  }
}
