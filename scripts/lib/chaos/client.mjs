import http from 'node:http';
import net from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';

/** A network cable between clients and the server that can be pulled: all that is under way breaks off, nothing new gets through. */
export async function openCable(serverPort) {
  const sockets = new Set();
  let cut = false;
  const cable = net.createServer((near) => {
    if (cut) {
      near.destroy();
      return;
    }
    const far = net.connect(serverPort, '127.0.0.1');
    for (const socket of [near, far]) {
      sockets.add(socket);
      socket.on('error', () => socket.destroy());
      socket.on('close', () => {
        sockets.delete(socket);
        near.destroy();
        far.destroy();
      });
    }
    near.pipe(far).pipe(near);
  });
  await new Promise((done) => cable.listen(0, '127.0.0.1', done));
  return {
    port: cable.address().port,
    async cutFor(ms) {
      cut = true;
      for (const socket of sockets) socket.destroy();
      await sleep(ms);
      cut = false;
    },
    close() {
      for (const socket of sockets) socket.destroy();
      cable.close();
    },
  };
}

/** One session of a browser: a cookie, JSON there and back. Throws when nobody answers; an answer of any status is an answer. */
export class Browser {
  cookie = '';
  constructor(port) {
    this.port = port;
  }

  /** `{ status, body }` of a request. */
  ask(method, path, body) {
    return new Promise((done, fail) => {
      const request = http.request(
        {
          host: '127.0.0.1',
          port: this.port,
          method,
          path,
          agent: false,
          timeout: 20_000,
          headers: { 'content-type': 'application/json', ...(this.cookie ? { cookie: this.cookie } : {}) },
        },
        (response) => {
          const set = response.headers['set-cookie']?.[0];
          if (set) this.cookie = set.split(';')[0];
          let text = '';
          response.setEncoding('utf8');
          response.on('data', (chunk) => (text += chunk));
          response.on('error', fail);
          response.on('end', () => {
            try {
              done({ status: response.statusCode, body: text ? JSON.parse(text) : null });
            } catch (error) {
              fail(error);
            }
          });
          response.on('close', () => fail(new Error('The answer broke off.')));
        },
      );
      request.on('timeout', () => request.destroy(new Error('No answer in time.')));
      request.on('error', fail);
      request.end(body === undefined ? undefined : JSON.stringify(body));
    });
  }

  /** The body of an answer that must be well; anything else is an error. */
  async get(path) {
    const { status, body } = await this.ask('GET', path);
    if (status !== 200) throw new Error(`${path} answered ${status}`);
    return body;
  }

  async must(method, path, body) {
    const answer = await this.ask(method, path, body);
    if (answer.status !== 200)
      throw new Error(`${method} ${path} answered ${answer.status}: ${JSON.stringify(answer.body)}`);
    return answer.body;
  }

  /** Server-sent events, until the stream ends. */
  listen(path, onOpen, onEvent) {
    return new Promise((done) => {
      const request = http.get(
        { host: '127.0.0.1', port: this.port, path, agent: false, headers: { cookie: this.cookie } },
        (stream) => {
          if (stream.statusCode !== 200) {
            stream.resume();
            done();
            return;
          }
          onOpen(() => request.destroy());
          let text = '';
          stream.setEncoding('utf8');
          stream.on('data', (chunk) => {
            text += chunk;
            for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
              const data = /^data: (.*)$/m.exec(text.slice(0, end))?.[1];
              text = text.slice(end + 2);
              if (data) onEvent(JSON.parse(data));
            }
          });
          stream.on('close', done);
          stream.on('error', done);
        },
      );
      request.on('error', done);
    });
  }
}
