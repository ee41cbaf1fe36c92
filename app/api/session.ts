import { NextResponse } from 'next/server';
import { sessionCookie } from '../../server/accounts/asker.ts';

/** An answer that gives the browser a session, or with no secret takes it away. */
export const withSession = (request: Request, secret: string | undefined): Response => {
  const answer = NextResponse.json({ done: true });
  answer.headers.append('set-cookie', sessionCookie(secret, request.headers));
  return answer;
};
