/**
 * The Floor: what a scan stands for, and the sentence that each person is filling.
 *
 * <p>{@link FloorController} hears the same for every verb, {@link OneVerbController} what only one
 * can be told. {@link FloorConversations} hands out a person's open sentence ({@link SpokenTo});
 * {@link Conversation} and {@link Counts} go the steps that core decides; {@link StoredFacts}
 * fetches what core must know, in a bounded number of questions; {@link SentenceDraft} draws it,
 * and {@link Names} replaces numbers by what people call them. No rule and no word for people
 * stands here.
 *
 * <p>{@link CollectorFiles} reads what a terminal that counts without a network brings back, {@link
 * LookUpFile} is what it takes along. Each line that can't be read is told and may be mended; the
 * others are kept.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Floor",
    allowedDependencies = {
      "adjusting",
      "api",
      "catalog",
      "counting",
      "inbound",
      "outbound",
      "places",
      "putaway",
      "replenishment",
      "search",
      "stock",
      "transfers"
    })
@org.jspecify.annotations.NullMarked
package app.reliquum.floor;
