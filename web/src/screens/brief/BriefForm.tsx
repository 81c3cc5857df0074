import { Box, Flex, Textarea } from '@chakra-ui/react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useMemo } from 'react';
import { useForm } from 'react-hook-form';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { RATE_CHOICES } from '../../shared/camera/rates.ts';
import { Choice } from '../../ui/Choice.tsx';
import { KeepFields } from './KeepFields.tsx';
import { briefForm, type BriefValues } from './briefForm.ts';

/** Patterns as they are typed, with spaces between, and as they are kept. */
const patternsOf = (text: string) => text.split(/\s+/).filter(Boolean);

/** The job in a few fields, saved together. What is typed stays until it is saved. */
export function BriefForm() {
  const { production } = usePlanned();
  const values = useMemo<BriefValues>(() => {
    const { keepPolicy, ...rest } = production;
    return { ...rest, ...keepPolicy, leaveOut: keepPolicy.leaveOut.join(' ') };
  }, [production]);
  const { register, control, handleSubmit, formState, reset, setValue } = useForm<BriefValues>({
    resolver: zodResolver(briefForm) as never,
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
          <KeepFields setValue={setValue} errors={errors} register={register} control={control} />
        </div>
      </Box>
      <Button type="submit" look="primary" disabled={!formState.isDirty}>
        Save the brief
      </Button>
    </form>
  );
}
