import { Hint } from './Hint.tsx';
import { Box, EmptyState, Flex, Skeleton, Tag as ChakraTag } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A screen's heading line: what it is, and its actions. */
export function ScreenHead({ title, note, children }: { title: string; note?: ReactNode; children?: ReactNode }) {
  return (
    <Flex align="center" gap={3} wrap="wrap" mb={4}>
      <Box as="h1" fontSize="xl" lineHeight="1.15" overflowWrap="anywhere">
        {title}
      </Box>
      {note ? <Box color="soft">{note}</Box> : null}
      <Flex ml="auto" gap={2} wrap="wrap">
        {children}
      </Flex>
    </Flex>
  );
}

/** What a part of the product says while it has nothing: one example, one first step. */
export function Empty({ title, children, action }: { title: string; children: ReactNode; action?: ReactNode }) {
  return (
    <EmptyState.Root>
      <EmptyState.Content>
        <EmptyState.Title asChild>
          <h2>{title}</h2>
        </EmptyState.Title>
        <EmptyState.Description asChild>
          <div>{children}</div>
        </EmptyState.Description>
        {action}
      </EmptyState.Content>
    </EmptyState.Root>
  );
}

/** A part of the side sheet. */
export function Part({ title, children }: { title?: string; children: ReactNode }) {
  return (
    <Box borderTop="1px solid" borderColor="hairline" _first={{ borderTop: 0, pt: 0 }} py={4}>
      {title ? (
        <Box as="h3" color="soft" fontSize="s" fontWeight="400" mb={2}>
          {title}
        </Box>
      ) : null}
      {children}
    </Box>
  );
}

/** Facts as name and figure, figures aligned. */
/** Names with what they are; the third of a row says what its name means. */
export function Facts({ rows }: { rows: readonly (readonly [string, ReactNode, string?])[] }) {
  return (
    <Box as="dl" display="grid" gridTemplateColumns="auto 1fr" rowGap={1} columnGap={4}>
      {rows.map(([name, value, hint]) => (
        <Box key={name} display="contents">
          <Box as="dt" color="soft">
            {name}
            {hint ? <Hint of={name}>{hint}</Hint> : null}
          </Box>
          <Box as="dd" textAlign="right" fontWeight="600" minW={0} overflowWrap="anywhere">
            {value}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

/** Where a figure comes from, in sentences. */
export function Why({ lines }: { lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <Part title="Why">
      <Box as="ul" display="grid" gap={2}>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
    </Part>
  );
}

/** A word that somebody should look at. */
export function Look({ children }: { children: ReactNode }) {
  return (
    <Box as="span" color="look" fontWeight="600">
      {children}
    </Box>
  );
}

/** A small framed word, such as a lens or a window. */
export function Tag({ children }: { children: ReactNode }) {
  return (
    <ChakraTag.Root>
      <ChakraTag.Label>{children}</ChakraTag.Label>
    </ChakraTag.Root>
  );
}

export function Loading({ what }: { what: string }) {
  return (
    <Box role="status" color="soft" p={6} maxW="560px">
      Reading {what} …
      <Skeleton h="24px" mt={4} w="60%" />
      <Skeleton h="16px" mt={3} />
      <Skeleton h="16px" mt={2} w="80%" />
    </Box>
  );
}

/** One large figure under its name. */
export function Figure({
  name,
  children,
  look = false,
  hint,
}: {
  name: string;
  children: ReactNode;
  look?: boolean;
  /** What it means, in a sentence. */
  hint?: string;
}) {
  return (
    <Box minW={0}>
      <Box color="soft" fontSize="s">
        {name}
        {hint ? <Hint of={name}>{hint}</Hint> : null}
      </Box>
      <Box fontSize="l" fontWeight="700" color={look ? 'look' : 'text'} whiteSpace="nowrap" data-figure={name}>
        {children}
      </Box>
    </Box>
  );
}
