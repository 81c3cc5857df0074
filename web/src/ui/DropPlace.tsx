import { Box, Flex } from '@chakra-ui/react';
import { useRef, useState, type ReactNode } from 'react';
import { Button } from './Button.tsx';

/**
 * Where files are dropped or chosen; on the phone the choice offers the camera when `camera` is set. Not Chakra’s
 * FileUpload: that turns away what `accept` does not name, and here whoever reads the file says in words why it can’t be.
 */
export function DropPlace({
  what,
  accept,
  many = false,
  camera = false,
  busy,
  children,
  take,
}: {
  what: string;
  accept: string;
  many?: boolean;
  camera?: boolean;
  /** What is being done with the last drop, in words; nothing can be dropped meanwhile. */
  busy?: string | undefined;
  children?: ReactNode;
  take: (files: File[]) => void;
}) {
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const took = (list: FileList | null) => {
    const files = [...(list ?? [])];
    if (files.length && !busy) take(many ? files : files.slice(0, 1));
  };
  return (
    <Flex
      align="center"
      gap={3}
      wrap="wrap"
      border="1px dashed"
      borderColor={over ? 'accent' : 'edge'}
      borderRadius="r"
      px={3}
      py={2}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        took(e.dataTransfer.files);
      }}
    >
      <Box color="soft" aria-live="polite">
        {busy ?? what}
      </Box>
      <Button size="small" disabled={Boolean(busy)} onClick={() => input.current?.click()}>
        Choose {many ? 'files' : 'a file'}
      </Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        multiple={many}
        hidden
        aria-label={what}
        {...(camera ? { capture: 'environment' as const } : {})}
        onChange={(e) => {
          took(e.target.files);
          e.target.value = '';
        }}
      />
      {children}
    </Flex>
  );
}
