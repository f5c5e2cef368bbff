/**
 * What has changed, in one order that everyone reads alike, also on other servers.
 *
 * <p>{@link Feed} writes an entry in the transaction of the change: what did not happen has none.
 * {@link FeedPump} numbers the entries that are committed, without gaps. A {@link FeedReader} does
 * work that must not be lost, in one transaction with how far it has read; a {@link FeedFollower}
 * is told on each running server. The invariant: a sequence is given only after everything before
 * it, so that a reader with a cursor skips nothing and reads nothing twice.
 *
 * <p>{@link Live} follows it for open pages, as server-sent events: which kinds of things have
 * changed, a few times a second at most, and only to those who work at the site. It carries no
 * figures: a page asks again.
 */
@org.springframework.modulith.ApplicationModule(
    displayName = "Feed",
    allowedDependencies = {"api"})
@org.jspecify.annotations.NullMarked
package app.reliquum.feed;
