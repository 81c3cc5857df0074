/** Frames of the coverage picture: plain classes, because a job has hundreds of them. A missing one is dashed and empty. */
export const coverageCss = {
  '.coverage-frame': {
    display: 'flex',
    flexDirection: 'column',
    alignItems: 'center',
    width: '72px',
    padding: 0,
    background: 'transparent',
    border: 0,
    cursor: 'pointer',
    fontSize: '12px',
    fontWeight: 600,
    lineHeight: '16px',
    minHeight: '44px',
    '& svg': {
      background: 'raised',
      border: '1px solid',
      borderColor: 'edge',
      borderRadius: '2px',
      width: '72px',
      height: '40px',
    },
    '&:hover svg': { borderColor: 'text' },
    '&.missing': {
      color: 'look',
      fontWeight: 400,
      '& svg': { background: 'transparent', borderStyle: 'dashed', borderColor: 'look' },
    },
  },
} as const;
