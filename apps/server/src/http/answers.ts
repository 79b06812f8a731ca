import type { Reply, RouteName, Tell } from '@grim-lantern/contract';
import type { Request, Response } from 'express';
import type { Visit } from '../access/visit';

/** What answers routes that are for anybody. */
export type ToAnybody<N extends RouteName> = {
  readonly [R in N]: (request: Request, response: Response) => Promise<Reply<R>>;
};

/** What answers routes that are for people of a workshop, once it is known who asks and that they may. */
export type SignedIn<N extends RouteName> = {
  readonly [R in N]: (request: Request, visit: Visit, tell: Tell) => Promise<Reply<R>>;
};
