import { useRef } from "react";
import { TextButton } from "./Field";

/** A word that asks for a file when it is pressed, and passes its text on. */
export function FileWord({ word, label, accept, onText }: { word: string; label: string; accept: string; onText: (text: string) => void }) {
  const file = useRef<HTMLInputElement>(null);
  return (
    <>
      <TextButton
        onClick={() => {
          file.current?.click();
        }}
      >
        {word}
      </TextButton>
      <input
        ref={file}
        type="file"
        accept={accept}
        aria-label={label}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = "";
          if (chosen) void chosen.text().then(onText);
        }}
      />
    </>
  );
}
