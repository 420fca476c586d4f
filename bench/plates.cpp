// The linear solve of core/plate in plain C++: every plate's band factored, the reach of contact forces, the one-sided conditions for each pressure. Reads the problem that
// bench/plates.ts writes, prints the median time in ms and the edge's lift at the last pressure, so that both can be compared. Block exchanges only: the bench asks for no more.
#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <vector>
using std::vector;

struct Problem {
  int size, band, plates, contacts, pressures, edge;
  vector<int> from, to, opens, closes;
  vector<double> gap, matrix, perMPa, pressure;
};

static void factor(const Problem &p, vector<double> &a) {
  const int s = p.band + 1;
  for (int i = 0; i < p.size; i++) {
    double *ri = &a[i * s + p.band - i];
    const int first = std::max(0, i - p.band);
    for (int j = first; j <= i; j++) {
      const double *rj = &a[j * s + p.band - j];
      double sum = ri[j];
      for (int k = std::max(first, j - p.band); k < j; k++) sum -= ri[k] * rj[k];
      ri[j] = j < i ? sum / rj[j] : std::sqrt(sum);
    }
  }
}

static void substitute(const Problem &p, const vector<double> &a, double *x, int from, int to) {
  const int s = p.band + 1;
  for (int i = from; i < to; i++) {
    const double *r = &a[i * s + p.band - i];
    double sum = x[i];
    for (int k = std::max(from, i - p.band); k < i; k++) sum -= r[k] * x[k];
    x[i] = sum / r[i];
  }
  for (int i = to - 1; i >= from; i--) {
    const double *r = &a[i * s + p.band - i];
    x[i] /= r[i];
    for (int k = std::max(from, i - p.band); k < i; k++) x[k] -= r[k] * x[i];
  }
}

static double solve(const Problem &p) {
  const int n = p.contacts;
  vector<double> a = p.matrix, m(n * n), column(p.size);
  factor(p, a);
  vector<int> block(p.size, -1);
  for (int b = 0; b < p.plates; b++)
    for (int k = p.from[b]; k < p.to[b]; k++) block[k] = b;
  vector<vector<double>> reach(p.size);
  for (int c = 0; c < n; c++)
    for (int k : {p.opens[c], p.closes[c]}) {
      if (k < 0 || !reach[k].empty()) continue;
      std::fill(column.begin(), column.end(), 0);
      column[k] = 1;
      substitute(p, a, column.data(), p.from[block[k]], p.to[block[k]]);
      reach[k].assign(column.begin() + p.from[block[k]], column.begin() + p.to[block[k]]);
    }
  auto between = [&](int x, int y) { return x < 0 || y < 0 || block[x] != block[y] ? 0.0 : reach[x][y - p.from[block[y]]]; };
  for (int i = 0; i < n; i++)
    for (int j = 0; j <= i; j++)
      m[i * n + j] = m[j * n + i] = between(p.opens[i], p.opens[j]) + between(p.closes[i], p.closes[j]) -
                                    between(p.opens[i], p.closes[j]) - between(p.closes[i], p.opens[j]);
  vector<char> in(n);
  for (int c = 0; c < n; c++) in[c] = p.gap[c] <= 0;
  vector<double> q(p.size), z(n), l(n * n), scale(n), open(n);
  vector<int> at;
  for (int i = 0; i < n; i++) scale[i] = std::sqrt(m[i * n + i]);
  for (double mpa : p.pressure) {
    for (int k = 0; k < p.size; k++) q[k] = -p.perMPa[k] * mpa;
    substitute(p, a, q.data(), 0, p.size);
    double most = 0;
    for (int c = 0; c < n; c++) {
      open[c] = ((p.opens[c] < 0 ? 0 : q[p.opens[c]]) - (p.closes[c] < 0 ? 0 : q[p.closes[c]]) + p.gap[c]) / scale[c];
      most = std::max(most, std::fabs(open[c]));
    }
    for (int round = 0; round < 200; round++) {
      at.clear();
      for (int c = 0; c < n; c++) if (in[c]) at.push_back(c);
      const int f = at.size();
      for (int i = 0; i < f; i++)
        for (int j = 0; j <= i; j++) {
          double sum = m[at[i] * n + at[j]] / (scale[at[i]] * scale[at[j]]) + (i == j ? 1e-8 : 0);
          for (int k = 0; k < j; k++) sum -= l[i * n + k] * l[j * n + k];
          l[i * n + j] = j < i ? sum / l[j * n + j] : std::sqrt(sum);
        }
      for (int i = 0; i < f; i++) {
        double sum = -open[at[i]];
        for (int k = 0; k < i; k++) sum -= l[i * n + k] * z[at[k]];
        z[at[i]] = sum / l[i * n + i];
      }
      for (int i = f - 1; i >= 0; i--) {
        z[at[i]] /= l[i * n + i];
        for (int k = 0; k < i; k++) z[at[k]] -= l[i * n + k] * z[at[i]];
      }
      double tolerance = most;
      for (int c : at) tolerance = std::max(tolerance, std::fabs(z[c]));
      tolerance *= 1e-10;
      bool changed = false;
      vector<char> next = in;
      for (int c = 0; c < n; c++) {
        double sign = z[c];
        if (!in[c]) {
          sign = open[c];
          for (int k : at) sign += m[c * n + k] / (scale[c] * scale[k]) * z[k];
        }
        if (sign < -tolerance) next[c] = !in[c], changed = true;
      }
      if (!changed) break;
      in = next;
    }
    vector<double> push(p.size);
    for (int c : at) {
      if (p.opens[c] >= 0) push[p.opens[c]] += z[c] / scale[c];
      if (p.closes[c] >= 0) push[p.closes[c]] -= z[c] / scale[c];
    }
    substitute(p, a, push.data(), 0, p.size);
    for (int k = 0; k < p.size; k++) q[k] += push[k];
  }
  return q[p.edge];
}

int main(int, char **argv) {
  FILE *f = std::fopen(argv[1], "r");
  Problem p;
  auto ints = [&](vector<int> &v, int n) { v.resize(n); for (int &x : v) if (std::fscanf(f, "%d", &x) != 1) std::exit(1); };
  auto reals = [&](vector<double> &v, int n) { v.resize(n); for (double &x : v) if (std::fscanf(f, "%lf", &x) != 1) std::exit(1); };
  vector<int> head;
  ints(head, 6);
  p.size = head[0], p.band = head[1], p.plates = head[2], p.contacts = head[3], p.pressures = head[4], p.edge = head[5];
  ints(p.from, p.plates), ints(p.to, p.plates), ints(p.opens, p.contacts), ints(p.closes, p.contacts);
  reals(p.gap, p.contacts), reals(p.matrix, p.size * (p.band + 1)), reals(p.perMPa, p.size), reals(p.pressure, p.pressures);
  vector<double> took;
  double lift = 0;
  for (int i = 0; i < 101; i++) {
    auto begun = std::chrono::steady_clock::now();
    lift = solve(p);
    took.push_back(std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - begun).count());
  }
  std::sort(took.begin(), took.end());
  std::printf("%.6f %.9f\n", took[50], lift);
}
