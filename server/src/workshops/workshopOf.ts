import type { FastifyRequest } from 'fastify';
import { FIRST_WORKSHOP } from '../db/migrations.ts';

/**
 * Whose the things are that a request asks for: its workshop's id. There is one workshop now; accounts, when they come,
 * are known here, and no route changes.
 */
export const workshopOf = (_request: Pick<FastifyRequest, 'headers'>): string => FIRST_WORKSHOP;
