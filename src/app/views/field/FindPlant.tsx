import { Button, Input } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { readCode } from '../../../core/field/tags.ts';
import type { Holding } from '../../../core/holding/schema.ts';

/** The browser's own reader of codes, where it has one. */
interface CodeReader {
  detect(source: HTMLVideoElement): Promise<readonly { readonly rawValue: string }[]>;
}
const reader = (): CodeReader | null => {
  const Reader = (globalThis as { BarcodeDetector?: new (options: { formats: string[] }) => CodeReader })
    .BarcodeDetector;
  return Reader ? new Reader({ formats: ['qr_code'] }) : null;
};

/** Opens a plant by its label: scanned where the browser can, typed where it cannot. */
export function FindPlant({ holding }: { holding: Holding }) {
  const [text, setText] = useState('');
  const [scanning, setScanning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const navigate = useNavigate();
  const open = (said: string) => {
    const code = readCode(said);
    if (!code) return setProblem(`‘${said.slice(0, 60)}’ is not a label. It reads like B2-017: letter, row, number.`);
    if (code.holding && code.holding !== holding.id)
      return setProblem(
        `This is a label of another holding, not of ${holding.name}. Open that holding, then scan it again.`,
      );
    setProblem(null);
    setScanning(false);
    void navigate(`/h/${holding.id}/field/plant/${code.label}`);
  };
  return (
    <section aria-label="Find a plant">
      <h2>Find a plant</h2>
      <div className="two">
        <Input
          size="large"
          aria-label="Label"
          placeholder="B2-017"
          value={text}
          onChange={({ target }) => setText(target.value)}
          onPressEnter={() => open(text)}
        />
        <Button size="large" onClick={() => open(text)}>
          Open it
        </Button>
      </div>
      {reader() ? (
        <Button size="large" onClick={() => setScanning(!scanning)}>
          {scanning ? 'Stop the camera' : 'Scan a label'}
        </Button>
      ) : (
        <p className="soft">This browser reads no codes; type the label.</p>
      )}
      {scanning && <Scanner onCode={open} onProblem={(why) => (setProblem(why), setScanning(false))} />}
      {problem && (
        <p role="alert" className="field-problem">
          {problem}
        </p>
      )}
    </section>
  );
}

/** How often a frame is looked at, milliseconds. */
const LOOK = 250;

function Scanner({ onCode, onProblem }: { onCode(text: string): void; onProblem(why: string): void }) {
  const video = useRef<HTMLVideoElement>(null);
  const heard = useRef({ onCode, onProblem });
  useEffect(() => {
    heard.current = { onCode, onProblem };
  });
  useEffect(() => {
    let stream: MediaStream | null = null;
    let gone = false;
    const codes = reader()!;
    const look = setInterval(() => {
      if (video.current && video.current.readyState >= 2)
        void codes.detect(video.current).then(
          ([found]) => found && !gone && heard.current.onCode(found.rawValue),
          () => undefined,
        );
    }, LOOK);
    void (async () => {
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
        if (gone) return stream.getTracks().forEach((track) => track.stop());
        video.current!.srcObject = stream;
      } catch {
        heard.current.onProblem(
          'The camera is not given to this page. Allow it in the browser’s settings, or type the label.',
        );
      }
    })();
    return () => {
      gone = true;
      clearInterval(look);
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, []);
  return <video ref={video} className="scanner" autoPlay playsInline muted aria-label="Camera" />;
}
