import { dayWords } from '@hushto/words';
import { SeriesLink } from '../../components/SeriesLink.tsx';
import { blindVerdictOf } from '../../domain/kitLook.ts';
import { useLibrary } from '../../state/library.ts';

/** Every blind look at two kits, with what it found. */
export function BlindLooks({ openId }: { openId: string | null }) {
  const looks = useLibrary((library) => library.kitLooks);
  if (looks.length === 0) return null;
  return (
    <nav className="-ml-3" aria-label="Blind looks">
      <h2 className="pl-3">Chosen blind</h2>
      <ul className="mt-0.5">
        {looks.map(({ id, document }) => {
          const { tookFirst, of } = blindVerdictOf(document);
          return (
            <li key={id}>
              <SeriesLink
                to={`/kit/beside/blind/${id}`}
                current={id === openId}
                title={document.title}
                value={document.closed ? `${Math.max(tookFirst, of - tookFirst)} of ${of}` : `${of} so far`}
                line={`${document.first.label} and ${document.second.label}, ${dayWords(document.day)}`}
              />
            </li>
          );
        })}
      </ul>
    </nav>
  );
}
