import type { Metadata } from 'next';
import Link from 'next/link';
import { notFound } from 'next/navigation';
import { readFigures } from '../../../core/method/method.ts';
import { METHODS, methodOf } from '../../../core/method/methods.ts';
import { compute, OverBudget } from '../../../server/compute.ts';
import { Plain } from '../../Plain.tsx';
import { RoomHead } from '../../RoomHead.tsx';
import { MethodPlayer } from './MethodPlayer.tsx';

type Props = {
  params: Promise<{ slug: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export const generateMetadata = async ({ params }: Props): Promise<Metadata> => ({
  title: `${methodOf((await params).slug)?.title ?? 'Method'} · Blue Ledger`,
});

/** One construction by hand: its figure for the sizes of the address, and its steps. */
export default async function MethodPage({ params, searchParams }: Props) {
  const method = methodOf((await params).slug);
  if (!method) notFound();
  const asked = Object.fromEntries(
    Object.entries(await searchParams).flatMap(([k, v]) => (typeof v === 'string' ? [[k, v]] : [])),
  );
  const { figures, refused } = readFigures(method, asked);
  const at = METHODS.indexOf(method);
  try {
    const picture = await compute({ kind: 'method', slug: method.slug, figures });
    if (!picture)
      return (
        <Plain
          title={method.title}
          text="This figure cannot be drawn for these sizes. Change them and try again."
        />
      );
    const { slug, title, use } = method;
    return (
      <div className="flex h-screen flex-col print:h-auto">
        <RoomHead title={title}>
          <Beside of={METHODS[at - 1]} word="Before" />
          <Beside of={METHODS[at + 1]} word="Next" />
          <Link
            href="/method"
            className="rounded-md border border-rule-strong bg-white px-2.5 py-1 text-[13px] text-house hover:bg-hover"
          >
            All methods
          </Link>
        </RoomHead>
        <MethodPlayer
          key={slug}
          title={title}
          use={use}
          fields={method.figures}
          figures={figures}
          refused={refused}
          picture={picture}
        />
      </div>
    );
  } catch (error) {
    if (error instanceof OverBudget) return <Plain title="This takes too long" text={error.message} />;
    throw error;
  }
}

const Beside = ({ of, word }: { of: (typeof METHODS)[number] | undefined; word: string }) =>
  of ? (
    <Link href={`/method/${of.slug}`} className="text-[13px] text-house hover:underline">
      {word}: {of.title}
    </Link>
  ) : null;
