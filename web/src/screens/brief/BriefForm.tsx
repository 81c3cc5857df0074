import { Box, Flex, Textarea } from '@chakra-ui/react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useMemo } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { z } from 'zod';
import { productionFields } from '@kavrell/core/brief';
import { FORMAT_POLICIES, KEEP_SCHOOLS, keepPolicy } from '@kavrell/core/copies';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { RATE_CHOICES } from '../../shared/camera/rates.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Tick } from '../../ui/Tick.tsx';

const form = productionFields
  .omit({ simulatedNowOffsetMs: true, keepPolicy: true, hotelMinor: true, driveHourMinor: true })
  .extend({
    captureWidthPx: z.coerce.number<number>().pipe(productionFields.shape.captureWidthPx),
    captureHeightPx: z.coerce.number<number>().pipe(productionFields.shape.captureHeightPx),
    readingWpm: z.coerce.number<number>().pipe(productionFields.shape.readingWpm),
    verifiedCopies: z.coerce
      .number<number>()
      .int('Copies are a whole number.')
      .min(1, 'At least one verified copy is needed.')
      .max(6, 'Six copies are the most Kavrell plans for.'),
    apart: z.boolean(),
    kinds: z.coerce.number<number>().pipe(keepPolicy.shape.kinds.removeDefault()),
    format: z.enum(FORMAT_POLICIES),
    leaveOut: z.string(),
  });
/** Patterns as they are typed, with spaces between, and as they are kept. */
const patternsOf = (text: string) => text.split(/\s+/).filter(Boolean);
type FormValues = z.infer<typeof form>;

/** The job in a few fields, saved together. What is typed stays until it is saved. */
export function BriefForm() {
  const { production } = usePlanned();
  const values = useMemo<FormValues>(() => {
    const {
      keepPolicy,
      id: _id,
      version: _version,
      deletedAt: _deletedAt,
      simulatedNowOffsetMs: _clock,
      ...rest
    } = production;
    return { ...rest, ...keepPolicy, leaveOut: keepPolicy.leaveOut.join(' ') };
  }, [production]);
  const { register, control, handleSubmit, formState, reset, setValue } = useForm<FormValues>({
    resolver: zodResolver(form) as never,
    defaultValues: values,
    mode: 'onBlur',
  });
  useEffect(() => {
    if (!formState.isDirty) reset(values);
  }, [values, formState.isDirty, reset]);
  const save = handleSubmit(({ verifiedCopies, apart, kinds, format, leaveOut, ...rest }) => {
    void change(production.id, 'Changed the brief', [
      {
        op: 'update',
        table: 'productions',
        row: production,
        values: { ...rest, keepPolicy: { verifiedCopies, apart, kinds, format, leaveOut: patternsOf(leaveOut) } },
      },
    ]);
    reset({ ...rest, verifiedCopies, apart, kinds, format, leaveOut });
  });
  const { errors } = formState;
  const area = (name: 'purpose' | 'audience' | 'feeling', label: string, rows: number, hint: string) => (
    <FormField label={label} error={errors[name]?.message} hint={hint}>
      {(props) => <Textarea rows={rows} {...props} {...register(name)} onKeyDown={(e) => e.stopPropagation()} />}
    </FormField>
  );
  return (
    <form onSubmit={(e) => void save(e)} noValidate>
      <Box display="grid" gridTemplateColumns={{ base: '1fr', xl: '1fr 1fr' }} columnGap={6}>
        <div>
          <FormField label="Title" error={errors.title?.message} input={register('title')} />
          <FormField label="Client" error={errors.client?.message} input={register('client')} />
          {area('purpose', 'What it must say', 3, 'In a sentence or two')}
          {area('audience', 'To whom', 2, '')}
          {area('feeling', 'With what feeling', 2, '')}
        </div>
        <div>
          <Flex gap={4} wrap="wrap">
            <FormField label="Frame rate of the job" error={errors.rate?.message}>
              {(props) => (
                <Choice {...props} {...register('rate')}>
                  {RATE_CHOICES.map(([value, words]) => (
                    <option key={value} value={value}>
                      {words}
                    </option>
                  ))}
                </Choice>
              )}
            </FormField>
            <FormField
              label="Recorded width, px"
              error={errors.captureWidthPx?.message}
              input={{ ...register('captureWidthPx'), inputMode: 'numeric' }}
            />
            <FormField
              label="Recorded height, px"
              error={errors.captureHeightPx?.message}
              input={{ ...register('captureHeightPx'), inputMode: 'numeric' }}
            />
          </Flex>
          <Flex gap={4} wrap="wrap">
            <FormField label="Shot numbers" error={errors.shotNumbers?.message}>
              {(props) => (
                <Choice {...props} {...register('shotNumbers')}>
                  <option value="letters">scene and letter: 3C</option>
                  <option value="running">one number through the job: 27</option>
                </Choice>
              )}
            </FormField>
            <FormField label="Currency" error={errors.currency?.message} input={register('currency')} />
            <FormField
              label="Read aloud at, words a minute"
              error={errors.readingWpm?.message}
              input={{ ...register('readingWpm'), inputMode: 'numeric' }}
            />
          </Flex>
          <Flex gap={2} wrap="wrap" mb={2} role="group" aria-label="Policies people name">
            {KEEP_SCHOOLS.map(({ words, policy }) => (
              <Button
                key={words}
                onClick={() => {
                  for (const [name, value] of Object.entries(policy))
                    setValue(name as keyof typeof policy, value, { shouldDirty: true, shouldValidate: true });
                }}
              >
                {words}
              </Button>
            ))}
          </Flex>
          <FormField
            label="Kept with this many verified copies"
            error={errors.verifiedCopies?.message}
            input={{ ...register('verifiedCopies'), inputMode: 'numeric' }}
            hint="Read back from a drive and compared; copied without comparing counts for nothing"
          />
          <Controller
            name="apart"
            control={control}
            render={({ field }) => (
              <Tick checked={field.value} onChange={field.onChange} minH="36px" mb={4}>
                and not all of them in one place
              </Tick>
            )}
          />
          <FormField
            label="On this many kinds of device"
            error={errors.kinds?.message}
            input={{ ...register('kinds'), inputMode: 'numeric' }}
            hint="Fast disk, slow disk, disk set, cloud: what fails in one kind need not fail in another"
          />
          <FormField
            label="Not copied from cards"
            error={errors.leaveOut?.message}
            input={register('leaveOut')}
            hint="Patterns with spaces between, such as *.tmp; whatever else is not copied stands against the card"
          />
          <FormField label="Cards may be formatted">
            {(props) => (
              <Choice {...props} {...register('format')}>
                <option value="never">never on the job: only when its last day has ended</option>
                <option value="afterCopies">when kept, on two kinds of device</option>
              </Choice>
            )}
          </FormField>
        </div>
      </Box>
      <Button type="submit" look="primary" disabled={!formState.isDirty}>
        Save the brief
      </Button>
    </form>
  );
}
