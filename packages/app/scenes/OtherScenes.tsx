import Button from '@mui/material/Button';
import { Suspense, useRef, useState } from 'react';
import type { Reduction } from '@wold/core/recipe/schema';
import { componentsOf } from './componentsOf';
import { later } from '../readings/later';
import styles from './OtherScenes.module.css';

const ScenesDialog = later(async () => (await import('./ScenesDialog')).ScenesDialog);

/** Picks other scenes to be done by the same recipe, where it is one of components. */
export function OtherScenes({ reduction }: { reduction: Reduction }) {
  const picker = useRef<HTMLInputElement>(null);
  const [files, setFiles] = useState<readonly File[] | null>(null);
  const components = componentsOf(reduction);
  if (components === null) return null;
  return (
    <section className={styles.section} aria-label="Other scenes">
      <Button className="small" onClick={() => picker.current?.click()}>
        Do other scenes likewise
      </Button>
      <input
        ref={picker}
        type="file"
        hidden
        multiple
        accept=".tif,.tiff,.png,.jpg,.jpeg"
        aria-label="Files of other scenes"
        onChange={event => {
          const chosen = [...(event.target.files ?? [])];
          event.target.value = '';
          if (chosen.length > 0) setFiles(chosen);
        }}
      />
      {files !== null && (
        <Suspense>
          <ScenesDialog reduction={components} files={files} onClose={() => setFiles(null)} />
        </Suspense>
      )}
    </section>
  );
}
