package app.reliquum.core.notice;

/** How someone is told, each more urgently than the one before. */
public enum NoticeWay {
  /** Not at all. */
  OFF,
  /** In the list of their notices. */
  SCREEN,
  /** There, and in one mail a day. */
  DAILY_MAIL,
  /** There, and in a mail of its own at once. */
  MAIL_AT_ONCE
}
