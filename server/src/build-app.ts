import type { NestExpressApplication } from '@nestjs/platform-express';
import { NestFactory } from '@nestjs/core';
import { BODY_MAX_BYTES } from '@zebbit/contract';
import helmet from 'helmet';
import { AppModule } from './app.module';
import { addressShape, bodyShape } from './errors/body-shape';
import { FailureFilter } from './errors/failure.filter';
import { strictValidation } from './errors/validation';
import { rememberCaller } from './events/caller';
import { lanGuard } from './phone/lan-guard';
import { sessionOf } from './phone/phone-cookie';
import { PhoneService } from './phone/phone.service';
import { describeApi } from './openapi';
import type { Settings } from './settings';

/** The application ready to listen, as it runs and as it is tested. */
export async function buildApp(settings: Settings): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(settings), {
    bodyParser: false,
    // What keeps it from starting is told by whoever started it.
    abortOnError: false,
    logger: ['error', 'warn'],
  });
  const phones = app.get(PhoneService);
  app.use(lanGuard(settings, (request) => phones.passOf(sessionOf(request)) !== null));
  app.use(addressShape);
  app.use(rememberCaller);
  app.useBodyParser('json', { limit: BODY_MAX_BYTES });
  app.use(bodyShape);
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
