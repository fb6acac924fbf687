import { capital, type CameraWords } from '@hushto/core';

/** How to set the camera for the shown setting, a line each, and what to set back afterwards. */
export function SetCamera({ camera }: { camera: CameraWords }) {
  const rows: [term: string, words: string][] = [
    ['Mode', camera.say],
    ['Meter', camera.meter],
    ['Focus', camera.focus],
    ['Drive', camera.drive],
    ['Stabiliser', camera.stabiliser],
    ['Curtain', camera.curtain],
    ['Raw', camera.raw],
    ['Set back', capital(camera.setBack)],
  ];
  return (
    <section className="set" aria-labelledby="set-title">
      <h2 id="set-title">Set the camera</h2>
      <dl>
        {rows.map(([term, words]) => (
          <div key={term}>
            <dt>{term}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
