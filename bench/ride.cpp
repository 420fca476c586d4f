// The solver of core/ride in plain C++: the same equations, the same tables, the same step. Reads the problem that bench/ride.ts writes; prints the median time in ms and what it saw
// (mean and most of both travels, heat), so that both can be compared.
#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <vector>
using std::vector;

static FILE *in;
static double real() { double x; if (std::fscanf(in, "%lf", &x) != 1) std::exit(1); return x; }
static vector<double> reals(int n) { vector<double> v(n); for (double &x : v) x = real(); return v; }

struct Table {
  vector<double> x, y;
  int piece = 0;
  void read() { const int n = (int)real(); x = reals(n); y = reals(n); }
  bool there() const { return !x.empty(); }
  double slope() const { return (y[piece + 1] - y[piece]) / (x[piece + 1] - x[piece]); }
  double at(double p) {
    const int last = (int)x.size() - 2;
    while (piece > 0 && p < x[piece]) piece--;
    while (piece < last && p >= x[piece + 1]) piece++;
    return y[piece] + slope() * (p - x[piece]);
  }
};

struct End {
  double unsprung, tyre, series, friction, brakeFriction, driveTangent, brakeTangent, bumpFrom, bumpRate, topFrom, topRate, rest, load, tyreRest, stickN, stickNs, exponent, settles;
  Table spring, damping, motion, pressure, logVolume;
  double x = 0, speed = 0, damperN = 0, force = 0, tyreN = 0, stickRate = 0, warmthRate = 0, shaft = 0, rigid = 0, startShaft = 0, startRigid = 0;
  void read() {
    for (double *p : {&unsprung, &tyre, &series, &friction, &brakeFriction, &driveTangent, &brakeTangent, &bumpFrom, &bumpRate, &topFrom, &topRate, &rest, &load, &tyreRest, &stickN, &stickNs, &exponent, &settles}) *p = real();
    for (Table *t : {&spring, &damping, &motion, &pressure, &logVolume}) t->read();
  }
  double most(double brake) const { return friction + brakeFriction * brake; }
  double passedOn(double since) const {
    const double z = series / damping.slope() * since;
    if (z > 30) return rigid;
    const double decay = std::exp(-z), ramp = z < 1e-6 ? 1 - z / 2 : (1 - decay) / z;
    return rigid - (rigid - startRigid) * ramp + (startShaft - startRigid) * decay;
  }
  void set(double compression, double v, double stretch, double gap, double warmth, double brake, double since) {
    x = rest + compression;
    speed = v;
    const double g = motion.there() ? motion.at(x) : 1;
    rigid = damping.at(g * v);
    shaft = series == 0 ? rigid : passedOn(since);
    damperN = g * shaft;
    double f = spring.at(x) + damperN;
    if (logVolume.there()) {
      f += warmth * pressure.at(x);
      logVolume.at(x);
      warmthRate = -(exponent - 1) * (1 + warmth) * logVolume.slope() * v - warmth / settles;
    }
    if (x > bumpFrom) f += bumpRate * (x - bumpFrom);
    if (x < topFrom) f += topRate * (x - topFrom);
    const double m = most(brake);
    stickRate = std::fabs(stretch) * stickN < m || stretch * v < 0 ? v : 0;
    f += std::max(-m, std::min(m, stickN * stretch + stickNs * stickRate));
    force = f;
    tyreN = std::max(0.0, tyreRest + tyre * gap);
  }
};

struct Course {
  vector<double> times, places, speeds, gains, height;
  double step;
  int i = 0;
  void find(double t) {
    while (i > 0 && t < times[i]) i--;
    while (i < (int)speeds.size() - 1 && t >= times[i + 1]) i++;
  }
  double place(double t) { find(t); const double d = t - times[i]; return places[i] + d * (speeds[i] + gains[i] * d / 2); }
  double at(double x) const {
    if (x <= 0) return height[0];
    const int k = std::min((int)height.size() - 2, (int)(x / step));
    return height[k] + (x / step - k) * (height[k + 1] - height[k]);
  }
};

enum { BODY, PITCH, FRONT, REAR, RIDER, BODY_V, PITCH_V, FRONT_V, REAR_V, RIDER_V, FRONT_STICK, REAR_STICK, FRONT_WARM, REAR_WARM, SIZE };

int main(int, char **argv) {
  in = std::fopen(argv[1], "r");
  const double sprung = real(), inertia = real(), a = real(), b = real(), high = real(), mass = real();
  const double riderKg = real(), riderAhead = real(), seatN = real(), seatNs = real();
  End front0, rear0;
  front0.read();
  rear0.read();
  const int steps = (int)real();
  const double h = real();
  const int n = (int)real();
  Course course0;
  course0.times = reals(n + 1), course0.places = reals(n + 1), course0.speeds = reals(n), course0.gains = reals(n);
  const int samples = (int)real();
  course0.step = real();
  course0.height = reals(samples);
  vector<double> took;
  double fMean = 0, rMean = 0, fMost = 0, rMost = 0, heat = 0;
  for (int run = 0; run < 9; run++) {
    End front = front0, rear = rear0;
    Course course = course0;
    double y[SIZE] = {}, trial[SIZE], k1[SIZE], k2[SIZE], k3[SIZE], k4[SIZE], roadF = 0, roadR = 0, drive = 0, brakeF = 0, brakeR = 0;
    fMean = rMean = fMost = rMost = heat = 0;
    const double start = course.height[0];
    auto begun = std::chrono::steady_clock::now();
    auto meet = [&](double t) {
      roadF = course.at(course.place(t)) - start;
      roadR = course.at(course.place(t) - (a + b)) - start;
      course.find(t);
      const double force = mass * course.gains[course.i];
      drive = force > 0 ? force : 0;
      brakeF = force < 0 ? -force * 0.7 : 0;
      brakeR = force < 0 ? -force * (1 - 0.7) : 0;
    };
    auto rate = [&](const double *s, double *out, double since) {
      front.set(s[FRONT] - s[BODY] - a * s[PITCH], s[FRONT_V] - s[BODY_V] - a * s[PITCH_V], s[FRONT_STICK], roadF - s[FRONT], s[FRONT_WARM], brakeF, since);
      rear.set(s[REAR] - s[BODY] + b * s[PITCH], s[REAR_V] - s[BODY_V] + b * s[PITCH_V], s[REAR_STICK], roadR - s[REAR], s[REAR_WARM], brakeR, since);
      const double onF = front.force - front.load + front.brakeTangent * brakeF;
      const double onR = rear.force - rear.load + rear.driveTangent * drive + rear.brakeTangent * brakeR;
      const double seat = seatN * (s[BODY] + riderAhead * s[PITCH] - s[RIDER]) + seatNs * (s[BODY_V] + riderAhead * s[PITCH_V] - s[RIDER_V]);
      out[RIDER_V] = seat / riderKg;
      for (int i = 0; i < 5; i++) out[i] = s[i + 5];
      out[BODY_V] = (onF + onR - seat) / sprung;
      out[PITCH_V] = (a * onF - b * onR - riderAhead * seat + high * (drive - brakeF - brakeR)) / inertia;
      out[FRONT_V] = (front.tyreN - front.tyreRest - onF) / front.unsprung;
      out[REAR_V] = (rear.tyreN - rear.tyreRest - onR) / rear.unsprung;
      out[FRONT_STICK] = front.stickRate, out[REAR_STICK] = rear.stickRate;
      out[FRONT_WARM] = front.warmthRate, out[REAR_WARM] = rear.warmthRate;
    };
    auto to = [&](const double *k, double by) { for (int i = 0; i < SIZE; i++) trial[i] = y[i] + by * k[i]; };
    meet(0);
    for (int step = 0;; step++) {
      const double t = step * h;
      rate(y, k1, step == 0 ? 0 : h);
      front.startShaft = front.shaft, front.startRigid = front.rigid;
      rear.startShaft = rear.shaft, rear.startRigid = rear.rigid;
      fMean += front.x, rMean += rear.x;
      fMost = std::max(fMost, front.x), rMost = std::max(rMost, rear.x);
      heat += front.damperN * front.speed + rear.damperN * rear.speed;
      if (step == steps) break;
      to(k1, h / 2), meet(t + h / 2), rate(trial, k2, h / 2);
      to(k2, h / 2), rate(trial, k3, h / 2);
      to(k3, h), meet(t + h), rate(trial, k4, h);
      for (int i = 0; i < SIZE; i++) y[i] += h / 6 * (k1[i] + 2 * (k2[i] + k3[i]) + k4[i]);
      const double f = front.most(brakeF) / front.stickN, r = rear.most(brakeR) / rear.stickN;
      y[FRONT_STICK] = std::max(-f, std::min(f, y[FRONT_STICK]));
      y[REAR_STICK] = std::max(-r, std::min(r, y[REAR_STICK]));
    }
    took.push_back(std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - begun).count());
  }
  std::sort(took.begin(), took.end());
  const double c = steps + 1;
  std::printf("%.4f %.12g %.12g %.12g %.12g %.12g\n", took[took.size() / 2], fMean / c, rMean / c, fMost, rMost, heat / c);
}
