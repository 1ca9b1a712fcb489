/** Asked once, on the first wrong-side row: how the fabric shall hang while the wrong side faces her. */
export default function FaceQuestion({ choose }: { choose: (face: 'faces' | 'chart') => void }) {
  return (
    <div
      role="group"
      aria-label="How to show wrong-side rows"
      className="face-question max-[760px]:absolute max-[760px]:inset-x-0 max-[760px]:top-0 max-[760px]:z-10"
    >
      <p className="font-semibold">On this row the wrong side faces you. How shall the fabric hang?</p>
      <div className="mt-3 flex flex-wrap gap-3">
        <button type="button" className="plain-button" onClick={() => choose('faces')}>
          As it faces me
        </button>
        <button type="button" className="plain-button" onClick={() => choose('chart')}>
          As the chart shows it
        </button>
      </div>
    </div>
  );
}
