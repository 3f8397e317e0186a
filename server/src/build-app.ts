import type { NestExpressApplication } from '@nestjs/platform-express';
import { NestFactory } from '@nestjs/core';
import { BODY_MAX } from '@zebbit/contract';
import helmet from 'helmet';
import { AppModule } from './app.module';
import { FailureFilter } from './errors/failure.filter';
import { strictValidation } from './errors/validation';
import { lanGuard } from './phone/lan-guard';
import { describeApi } from './openapi';
import type { Settings } from './settings';

/** The application ready to listen, as it runs and as it is tested. */
export async function buildApp(settings: Settings): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(settings), {
    bodyParser: false,
    logger: ['error', 'warn'],
  });
  app.use(lanGuard(settings));
  app.useBodyParser('json', { limit: BODY_MAX });
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'script-src': ["'self'"],
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'worker-src': ["'self'"],
          // Plain http on this machine only.
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.useGlobalPipes(strictValidation());
  app.useGlobalFilters(new FailureFilter());
  app.enableShutdownHooks();
  describeApi(app);
  return app;
}
