import { useRef, useState, type PointerEvent } from 'react';
import { Button } from '../../components/Button.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { SaidSlider } from '../../components/Slider.tsx';
import { brushable, type Brushable } from '../../workers/ownPhotos.ts';

interface BrushPhotoProps {
  id: number;
  onDone: () => void;
  onClose: () => void;
}

/** How much of what is brushed hides the photo under it. */
const TINT = 'rgb(224 138 78 / 55%)';

/** What moves in a photo of one's own, painted over it. */
export function BrushPhoto({ id, onDone, onClose }: BrushPhotoProps) {
  const photo = brushable(id);
  return photo ? <Painting photo={photo} onDone={onDone} onClose={onClose} /> : null;
}

function Painting({ photo: { shown, mask }, onDone, onClose }: Omit<BrushPhotoProps, 'id'> & { photo: Brushable }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [share, setShare] = useState(0.05);
  const [does, setDoes] = useState<'brush' | 'wipe'>('brush');
  const last = useRef<{ x: number; y: number } | null>(null);
  const show = (): void => {
    const pen = canvas.current?.getContext('2d');
    if (!pen) return;
    const tinted = new OffscreenCanvas(mask.width, mask.height);
    const tint = tinted.getContext('2d')!;
    tint.drawImage(mask, 0, 0);
    tint.globalCompositeOperation = 'source-in';
    tint.fillStyle = TINT;
    tint.fillRect(0, 0, mask.width, mask.height);
    pen.drawImage(shown, 0, 0);
    pen.drawImage(tinted, 0, 0);
  };
  const stroke = ({ nativeEvent, currentTarget }: PointerEvent<HTMLCanvasElement>): void => {
    const scale = mask.width / currentTarget.clientWidth;
    const to = { x: nativeEvent.offsetX * scale, y: nativeEvent.offsetY * scale };
    const from = last.current ?? to;
    const pen = mask.getContext('2d')!;
    pen.globalCompositeOperation = does === 'brush' ? 'source-over' : 'destination-out';
    pen.strokeStyle = '#fff';
    pen.lineWidth = share * mask.width;
    pen.lineCap = 'round';
    // An edge a few pixels soft, or the cut would show.
    pen.shadowColor = '#fff';
    pen.shadowBlur = does === 'brush' ? 3 : 0;
    pen.beginPath();
    pen.moveTo(from.x, from.y);
    pen.lineTo(to.x + 0.01, to.y);
    pen.stroke();
    last.current = to;
    show();
  };
  const percent = Math.round(100 * share);
  return (
    <Sheet wide title="What moves" onClose={onClose}>
      <p className="text-quiet">Paint over what moves: it smears by its speed, the rest only by your hands.</p>
      <canvas
        ref={(node) => {
          canvas.current = node;
          // A sheet draws what is in it a little later than itself.
          if (node) show();
        }}
        width={mask.width}
        height={mask.height}
        role="img"
        aria-label="Your photo; what is painted moves"
        className="mt-2 max-h-105 w-auto max-w-full cursor-crosshair touch-none rounded-sm"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          last.current = null;
          stroke(event);
        }}
        onPointerMove={(event) => event.buttons > 0 && stroke(event)}
      />
      <div className="mt-2 grid grid-cols-[auto_minmax(0,1fr)_auto] items-end gap-4 max-sm:grid-cols-1">
        <SegmentedControl
          fit
          label="The pointer"
          value={does}
          options={[
            { value: 'brush', label: 'Paints' },
            { value: 'wipe', label: 'Wipes away' },
          ]}
          onChange={setDoes}
        />
        <div className="min-w-0">
          <SaidSlider
            label="Width of the brush"
            says={`${percent} % of the width`}
            value={share}
            min={0.01}
            max={0.25}
            logarithmic
            onChange={setShare}
          />
        </div>
        <div className="flex gap-2">
          <Button
            onClick={() => {
              mask.getContext('2d')!.clearRect(0, 0, mask.width, mask.height);
              show();
            }}
          >
            Start again
          </Button>
          <Button look="go" onClick={onDone}>
            Use it
          </Button>
        </div>
      </div>
    </Sheet>
  );
}
