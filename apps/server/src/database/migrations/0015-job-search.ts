import type { Migration } from './migration';

/**
 * A rare word among very many jobs is found by the letters it is made of. Row security keeps such an index from a query of its own
 * (an operator could tell of rows before the wall), so a function of the owner asks it, of the connection's workshop only. The
 * pattern stands in the query itself: only so does the planner know whether it is rare.
 */
export const jobSearch: Migration = {
  name: '0015-job-search',
  statements: [
    `CREATE EXTENSION IF NOT EXISTS pg_trgm`,
    `CREATE INDEX jobs_by_title ON jobs USING gin (title gin_trgm_ops)`,
    `CREATE FUNCTION jobs_titled(pattern text, most integer) RETURNS uuid[]
      LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
      DECLARE found uuid[];
      BEGIN
        EXECUTE format('SELECT array(SELECT id FROM jobs WHERE workshop_id = %L AND title ILIKE %L LIMIT %s)',
          workshop_in_scope(), pattern, most) INTO found;
        RETURN found;
      END $$`,
    // Behind row security the planner takes any pattern for a rare one, and would sort all jobs that hold a common one. Of this
    // function it takes a third to hold, and goes through the list in its order.
    `CREATE FUNCTION title_holds(title text, pattern text) RETURNS boolean
      LANGUAGE plpgsql IMMUTABLE PARALLEL SAFE AS $$ BEGIN RETURN title ILIKE pattern; END $$`,
  ],
};
