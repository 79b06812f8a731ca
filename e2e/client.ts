import { people } from './workshop';

/** The demo's first person, signed in without a page. */
export class Client {
  private cookie = '';
  /** Who is signed in. */
  readonly person = people[0]!.id;

  constructor(private readonly address: string) {}

  async signIn(): Promise<this> {
    const reply = await this.send('POST', '/api/session/demo', { person: this.person });
    this.cookie = reply.headers
      .getSetCookie()
      .map((each) => each.split(';')[0])
      .join('; ');
    return this;
  }

  send(method: string, path: string, body?: unknown): Promise<Response> {
    return fetch(`${this.address}${path}`, {
      method,
      headers: {
        cookie: this.cookie,
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(30_000),
    });
  }
}
