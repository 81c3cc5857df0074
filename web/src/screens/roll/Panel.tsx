import { Box, type BoxProps } from '@chakra-ui/react';

/** What is done on a day beside rolling stands in a frame of its own, known by its name. */
export const Panel = ({ name, ...box }: { name: string } & BoxProps) => (
  <Box as="section" aria-label={name} border="1px solid" borderColor="edge" borderRadius="r" p={3} mb={4} {...box} />
);
