import type { INestApplication } from '@nestjs/common';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { bodySchemas } from './schemas';

/** The interface described at /api/docs; body schemas are read off the same validators that guard the routes. */
export function describeApi(app: INestApplication): void {
  const config = new DocumentBuilder()
    .setTitle('Zebbit')
    .setDescription('Jobs, their documents, readings, results and photos.')
    .setVersion('1')
    .build();
  const described = SwaggerModule.createDocument(app, config);
  const schemas = bodySchemas('#/components/schemas/');
  const components = { ...described.components, schemas: { ...described.components?.schemas, ...schemas } };
  SwaggerModule.setup('api/docs', app, { ...described, components } as typeof described);
}
