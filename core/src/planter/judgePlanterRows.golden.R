# Rscript judgePlanterRows.golden.R > judgePlanterRows.golden.json   (Debian: r-cran-lme4, r-cran-lmertest, r-cran-jsonlite)
library(lme4); library(lmerTest); library(jsonlite)
control <- lmerControl(optimizer = "nloptwrap", check.conv.singular = "ignore", check.conv.grad = "ignore", check.conv.hess = "ignore",
  optCtrl = list(xtol_abs = 1e-14, xtol_rel = 1e-14, ftol_abs = 1e-14, ftol_rel = 1e-14, maxeval = 1e5))
re <- function(x, sd) { u <- rnorm(length(unique(x)), 0, sd); names(u) <- unique(x); u[as.character(x)] }
case <- function(name, d, out = NULL) {
  plain <- lmerTest::lmer(value ~ 1 + (1 | row) + (1 | field) + (1 | place), d, control = control)
  fixed <- lmerTest::lmer(value ~ 0 + row + (1 | field) + (1 | place), d, control = control)
  rows <- levels(d$row)
  against <- lapply(seq_along(rows), function(i) {
    sisters <- setdiff(seq_along(rows), c(i, match(out, rows)))
    L <- rep(0, length(rows)); L[i] <- 1; L[sisters] <- -1 / length(sisters)
    k <- contest1D(fixed, L)
    list(difference = k$Estimate, se = k$`Std. Error`, df = k$df, p = k$`Pr(>|t|)`)
  })
  if (is.null(out)) estimate <- fixef(plain) + ranef(plain)$row[rows, 1]
  else {
    d$apart <- as.numeric(d$row == out)
    crowd <- lmer(value ~ apart + (1 | row) + (1 | field) + (1 | place), d, control = control)
    estimate <- fixef(crowd)[1] + ranef(crowd)$row[rows, 1]
    estimate[match(out, rows)] <- fixef(fixed)[match(out, rows)]
  }
  v <- as.data.frame(VarCorr(plain)); s <- function(g) v$sdcor[v$grp == g]
  list(name = name, readings = data.frame(row = as.integer(as.character(d$row)), field = d$field, stop = d$stop, value = d$value),
       out = if (is.null(out)) I(list()) else I(list(as.integer(out))), mean = unname(fixef(plain)),
       sd = list(rows = s("row"), fields = s("field"), stops = s("place"), within = sigma(plain)),
       estimate = unname(estimate), against = against)
}
set.seed(31)
world <- function(rows, fields, stops, shift = 0) {
  d <- expand.grid(row = 1:rows, stop = paste0("s", 1:stops), field = paste0("f", 1:fields), stringsAsFactors = FALSE)
  d$place <- paste(d$field, d$stop)
  d$value <- round(re(d$row, 0.0015) + re(d$field, 0.003) + re(d$place, 0.0015) + rnorm(nrow(d), 0, 0.003) + ifelse(d$row == 4, shift, 0), 5)
  d <- d[runif(nrow(d)) < 0.85, ]; d$row <- factor(d$row); d
}
cat(toJSON(list(case("ten rows alike, four fields of two stops", world(10, 4, 2)),
                case("twelve rows, row 4 far out, five fields of two stops", world(12, 5, 2, -0.014), "4")), digits = 15, auto_unbox = TRUE))
