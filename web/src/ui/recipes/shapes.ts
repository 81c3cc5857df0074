/** Shapes that several of Chakra’s parts share. */

export const raised = {
  bg: 'panel',
  color: 'text',
  border: '1px solid',
  borderColor: 'edge',
  borderRadius: 'r',
  boxShadow: '0 6px 24px rgba(0, 0, 0, 0.3)',
  outline: 'none',
} as const;

export const typed = {
  w: '100%',
  bg: 'raised',
  border: '1px solid',
  borderColor: 'edge',
  borderRadius: 'r',
  px: 2,
  py: '6px',
  minH: '36px',
  '&[aria-invalid=true]': { borderColor: 'look' },
} as const;

export const pressed = {
  display: 'inline-flex',
  alignItems: 'center',
  justifyContent: 'center',
  gap: 2,
  minH: '28px',
  px: 2,
  border: '1px solid',
  borderColor: 'edge',
  borderRadius: 'r',
  bg: 'panel',
  fontWeight: 600,
  fontSize: 's',
  whiteSpace: 'nowrap',
  cursor: 'pointer',
  _hover: { bg: 'raised' },
} as const;

export const reversed = { bg: 'text', color: 'page', borderColor: 'text', _hover: { bg: 'text' } } as const;
export const ring = { outline: '2px solid', outlineColor: 'accent', outlineOffset: '2px' } as const;
