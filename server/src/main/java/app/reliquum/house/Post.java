package app.reliquum.house;

import app.reliquum.house.Letters.Letter;
import app.reliquum.house.Letters.State;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import jakarta.mail.MessagingException;
import jakarta.mail.SendFailedException;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.util.ByteArrayDataSource;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.mail.MailException;
import org.springframework.mail.MailParseException;
import org.springframework.mail.MailPreparationException;
import org.springframework.mail.MailSendException;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.mail.javamail.MimeMessageHelper;

/**
 * Takes letters to the mail server of the house. No transaction goes on while the mail server is
 * spoken to: a letter is taken, sent, and marked. A server that dies in between leaves it to be
 * sent once more, under the same message id, by which mail servers know a repetition.
 */
@Configuration
class Post {

  private static final Logger LOG = LoggerFactory.getLogger(Post.class);
  private static final int AT_ONCE = 50;

  /** How the way to the mail server is kept from being read. */
  enum Encryption {
    /** It begins in the open and must be encrypted before anything is said (RFC 3207). */
    STARTTLS,
    /** It is encrypted from the first byte (RFC 8314). */
    TLS,
    /** It is not: for a mail server on this machine. */
    NONE
  }

  @Bean
  MailServer mailServer(
      @Value("${reliquum.mail.host}") String host,
      @Value("${reliquum.mail.port}") int port,
      @Value("${reliquum.mail.user}") String user,
      @Value("${reliquum.mail.password}") String password,
      @Value("${reliquum.mail.encryption}") Encryption encryption) {
    if (host.isBlank()) {
      return new MailServer(Optional.empty());
    }
    JavaMailSenderImpl sender = new JavaMailSenderImpl();
    sender.setHost(host);
    sender.setPort(port);
    sender.setDefaultEncoding(StandardCharsets.UTF_8.name());
    Properties settings = sender.getJavaMailProperties();
    if (!user.isEmpty()) {
      sender.setUsername(user);
      sender.setPassword(password);
      settings.setProperty("mail.smtp.auth", "true");
    }
    settings.setProperty("mail.smtp.starttls.enable", "" + (encryption == Encryption.STARTTLS));
    settings.setProperty("mail.smtp.starttls.required", "" + (encryption == Encryption.STARTTLS));
    settings.setProperty("mail.smtp.ssl.enable", "" + (encryption == Encryption.TLS));
    settings.setProperty("mail.smtp.ssl.checkserveridentity", "true");
    settings.setProperty("mail.smtp.connectiontimeout", "5000");
    settings.setProperty("mail.smtp.timeout", "10000");
    settings.setProperty("mail.smtp.writetimeout", "10000");
    return new MailServer(Optional.of(sender));
  }

  /** The mail server that is set, if one is. */
  record MailServer(Optional<JavaMailSenderImpl> sender) {}

  @Bean
  RecurringTask<Void> mailRound(
      Letters letters,
      House house,
      MailServer server,
      @Value("${reliquum.mail.from}") String setting) {
    return Tasks.recurring("mail", FixedDelay.of(Duration.ofSeconds(2)))
        .execute(
            (task, context) -> {
              for (int i = 0; i < AT_ONCE; i++) {
                Optional<Letter> next = letters.take();
                if (next.isEmpty()) {
                  return;
                }
                String own = house.card().mailFrom();
                send(letters, next.get(), server, own.isEmpty() ? setting : own);
              }
            });
  }

  private static void send(Letters letters, Letter letter, MailServer server, String from) {
    if (server.sender().isEmpty()) {
      letters.ended(letter.id(), State.NOT_DELIVERED, "No mail server is set.");
      return;
    }
    if (from.isBlank()) {
      letters.ended(
          letter.id(),
          State.NOT_DELIVERED,
          "Nobody is set to send as. Enter an address under House rules.");
      return;
    }
    JavaMailSenderImpl sender = server.sender().get();
    try {
      sender.send(message(sender, letter, letters.attachments(letter.id()), from));
      letters.sent(letter.id());
    } catch (MailException | MessagingException fault) {
      LOG.warn("Letter {} could not be sent: {}", letter.id(), fault.getMessage());
      String why = String.valueOf(fault.getMessage());
      if (lasts(fault)) {
        letters.ended(letter.id(), State.FAILED, why);
      } else {
        letters.failedForNow(letter, why);
      }
    }
  }

  private static MimeMessage message(
      JavaMailSenderImpl sender, Letter letter, List<Letters.Attachment> attachments, String from)
      throws MessagingException {
    String domain = from.substring(from.indexOf('@') + 1);
    MimeMessage message =
        new MimeMessage(sender.getSession()) {
          @Override
          protected void updateMessageID() throws MessagingException {
            setHeader("Message-ID", "<letter-" + letter.id() + "@" + domain + ">");
          }
        };
    MimeMessageHelper parts =
        new MimeMessageHelper(message, !attachments.isEmpty(), StandardCharsets.UTF_8.name());
    parts.setFrom(from);
    parts.setTo(letter.recipient());
    parts.setSubject(letter.subject());
    parts.setSentDate(Date.from(letter.written()));
    parts.setText(letter.body());
    for (Letters.Attachment one : attachments) {
      parts.addAttachment(one.name(), new ByteArrayDataSource(one.content(), one.mediaType()));
    }
    return message;
  }

  /** Whether trying again would change nothing: an address that is none, or that nobody has. */
  private static boolean lasts(Exception fault) {
    if (fault instanceof MailSendException several) {
      return several.getFailedMessages().values().stream()
          .anyMatch(
              one ->
                  one instanceof SendFailedException refused
                      && refused.getInvalidAddresses() != null
                      && refused.getInvalidAddresses().length > 0);
    }
    return fault instanceof MailParseException
        || fault instanceof MailPreparationException
        || fault instanceof MessagingException;
  }
}
