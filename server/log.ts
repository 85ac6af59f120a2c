import { pino } from 'pino';

export const log = pino({ level: process.env.YLETOPE_LOG ?? 'warn' }, pino.destination(2));
