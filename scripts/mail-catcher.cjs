const { createServer } = require('node:http');
const { simpleParser } = require('mailparser');
const { SMTPServer } = require('smtp-server');

/** A mail server for development and tests: it takes every message, sends none on, and shows what came. */
class MailCatcher {
  /** What came, the newest first: `to`, `subject`, `text`. */
  messages = [];
  #server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onData: (stream, _session, done) => {
      simpleParser(stream).then(({ to, subject, text }) => {
        this.messages.unshift({ to: to?.text ?? '', subject: subject ?? '', text: text ?? '' });
        done();
      }, done);
    },
  });
  #page;

  /** Starts it on the loopback; answers with its address for `FIDENS_MAIL`. */
  async start(port = 0) {
    await new Promise((resolve, reject) => {
      this.#server.on('error', reject);
      this.#server.listen(port, '127.0.0.1', resolve);
    });
    return `smtp://127.0.0.1:${this.#server.server.address().port}`;
  }

  /** Shows the messages as a page of plain text; answers with its address. */
  async show() {
    this.#page = createServer((_request, response) => {
      response.setHeader('Content-Type', 'text/plain; charset=utf-8');
      const texts = this.messages.map(({ to, subject, text }) => `To: ${to}\nSubject: ${subject}\n\n${text}`);
      response.end(texts.join('\n----------\n\n') || 'No messages yet.\n');
    });
    await new Promise((resolve) => this.#page.listen(0, '127.0.0.1', resolve));
    return `http://127.0.0.1:${this.#page.address().port}`;
  }

  async stop() {
    this.#page?.close();
    await new Promise((resolve) => this.#server.close(resolve));
  }
}

module.exports = { MailCatcher };
