import { uuid } from '@grim-lantern/contract';
import type { Request } from 'express';
import type { ProblemCode } from '../errors/problems';
import { ApiProblem } from '../errors/problems';

/** A UUID from the path: what is none cannot name anything that is stored. @throws {ApiProblem} `unknown`, where it is none */
export function idIn(request: Request, parameter: string, unknown: ProblemCode): string {
  const result = uuid().safeParse(request.params[parameter]);
  if (!result.success) throw new ApiProblem(unknown);
  return result.data;
}
